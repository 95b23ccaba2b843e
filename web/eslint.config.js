import vue from 'eslint-plugin-vue'
import { readdirSync, readFileSync } from 'node:fs'
import ts from 'typescript-eslint'

/** Who may import whom: app → features → shared; a feature by its door only. */
const doors = { group: ['@/features/*/*'], message: 'A feature is entered by its index.ts only.' }
const noFeatures = { group: ['@/features/*'], message: 'shared knows no feature.' }
const noApp = { group: ['@/app/*'], message: 'Only app knows app.' }
const noHttp = { group: ['@/shared/api/http'], message: 'Components call a feature’s api.ts, never http.' }
const noVue = { group: ['vue', 'vue-router', '@tanstack/vue-query'], message: 'logic knows no Vue.' }

/** What is true of a kind of step stands in the server's table of kinds. Words that other lists have too are left out. */
const SHARED_WORDS = ['soak', 'sow', 'acid', 'smoke_water']
const kinds = JSON.parse(readFileSync(new URL('src/shared/api/kinds.json', import.meta.url), 'utf8'))
  .steps.map((s) => s.kind)
  .filter((kind) => !SHARED_WORDS.includes(kind))
const noKind = {
  selector: `Literal[value=/^(${kinds.join('|')})$/]`,
  message: 'A kind is read from shared/kinds.ts, so that a new one is forgotten nowhere.',
}

/** Features, the lowest first: each knows only those before it, so that no two import each other. */
const FEATURES = JSON.parse(readFileSync(new URL('src/features/order.json', import.meta.url), 'utf8'))
const unlisted = readdirSync(new URL('src/features', import.meta.url)).filter(
  (name) => ![...FEATURES, 'order.json'].includes(name),
)
if (unlisted.length) throw new Error(`features without a place in the order: ${unlisted}`)
const above = (name) => {
  const group = FEATURES.slice(FEATURES.indexOf(name) + 1).map((other) => `@/features/${other}`)
  return group.length ? [{ group, message: `${name} stands below this feature.` }] : []
}

/** The last block that fits a file decides, so each names all of its rules. */
const mayNot = (files, ...patterns) => ({ files, rules: { 'no-restricted-imports': ['error', { patterns }] } })

export default ts.config(
  { ignores: ['dist', 'src/shared/api/schema.d.ts', '*.config.*'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/essential'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } } },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      'vue/multi-word-component-names': 'off',
    },
  },
  {
    // by types in .ts only: each .vue file makes the compiler begin again, which takes minutes in all; vue-tsc reads those
    files: ['**/*.ts'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      // a promise that nobody waits for hides its error; `void` says that this is meant
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': [
        'error',
        { checksVoidReturn: { arguments: false, properties: false } },
      ],
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/return-await': 'error',
      '@typescript-eslint/only-throw-error': 'error',
      '@typescript-eslint/prefer-promise-reject-errors': 'error',
      // what is always so, or never, is a slip or is out of date
      '@typescript-eslint/no-unnecessary-condition': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      '@typescript-eslint/no-base-to-string': 'error',
      '@typescript-eslint/restrict-plus-operands': 'error',
    },
  },
  {
    files: ['src/**'],
    ignores: ['**/tests/**'],
    rules: { 'no-restricted-syntax': ['error', noKind], 'vue/no-restricted-syntax': ['error', noKind] },
  },
  mayNot(['src/app/**'], doors),
  mayNot(['src/app/**/*.vue'], doors, noHttp),
  ...FEATURES.flatMap((name) => [
    mayNot([`src/features/${name}/**`], doors, noApp, ...above(name)),
    mayNot([`src/features/${name}/**/*.vue`], doors, noApp, noHttp, ...above(name)),
    mayNot([`src/features/${name}/logic/**`], doors, noApp, noVue, ...above(name)),
  ]),
  mayNot(['src/shared/**'], noFeatures, noApp),
  mayNot(['src/shared/**/*.vue'], noFeatures, noApp, noHttp),
)
