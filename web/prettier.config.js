export default { semi: false, singleQuote: true, printWidth: 120 }
