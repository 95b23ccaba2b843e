import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'

export default ts.config(
  { ignores: ['dist', 'src/shared/api/schema.d.ts', '*.config.*'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/essential'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } } },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      'vue/multi-word-component-names': 'off',
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: ['@/features/*/*'], message: 'A feature is entered by its index.ts only.' },
            { group: ['../../features/*'], message: 'Name a feature by @/features/<domain>.' },
          ],
        },
      ],
    },
  },
  {
    files: ['src/shared/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: ['@/features/*', '@/app/*'], message: 'shared knows neither features nor app.' }] },
      ],
    },
  },
  {
    files: ['src/features/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: ['@/features/*/*'], message: 'A feature is entered by its index.ts only.' },
            { group: ['@/app/*'], message: 'Features do not know the app.' },
          ],
        },
      ],
    },
  },
  {
    files: ['src/features/*/logic/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: ['vue', 'vue-router'], message: 'logic knows no Vue.' }] },
      ],
    },
  },
  {
    files: ['**/*.vue'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: ['@/shared/api/http'], message: 'Components call a feature’s api.ts, never http.' },
            { group: ['@/features/*/*'], message: 'A feature is entered by its index.ts only.' },
          ],
        },
      ],
    },
  },
)
