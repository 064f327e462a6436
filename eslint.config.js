// What the quick linter (.oxlintrc.json) does not look at: what a page's script and template do, and one rule for browser tests.
import typescript from '@typescript-eslint/eslint-plugin'
import parser from '@typescript-eslint/parser'
import vue from 'eslint-plugin-vue'

export default [
  { ignores: ['build/', 'dist/', 'node_modules/', 'test-results/', 'playwright-report/', '.scratch/'] },
  ...vue.configs['flat/recommended'].map((config) => ({ files: ['**/*.vue'], ...config })),
  {
    files: ['**/*.vue'],
    languageOptions: {
      parserOptions: { parser, project: './tsconfig.app.json', extraFileExtensions: ['.vue'] },
    },
    plugins: { '@typescript-eslint': typescript },
    rules: {
      // Needs the types of what a template's script calls, which the quick linter does not have.
      '@typescript-eslint/no-floating-promises': 'error',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/html-indent': 'off',
      'vue/attributes-order': 'off',
      'vue/require-default-prop': 'off',
    },
  },
  {
    files: ['e2e/**/*.ts'],
    languageOptions: { parser },
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          // What is compared is read from both sides in one poll, or waited for from a state that the test made.
          selector:
            'AwaitExpression > CallExpression[callee.property.name=/^to[A-Z]/] > *.arguments AwaitExpression',
          message: 'What a retrying assertion expects must not be read once, while the page goes on.',
        },
        {
          selector:
            'AwaitExpression > CallExpression[callee.property.name=/^to[A-Z]/] > AwaitExpression.arguments',
          message: 'What a retrying assertion expects must not be read once, while the page goes on.',
        },
      ],
    },
  },
]
