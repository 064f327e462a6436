import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  { ignores: ['build/', 'dist/', 'node_modules/', 'test-results/', 'playwright-report/', '.scratch/'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: { parserOptions: { parser: tseslint.parser } },
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true, argsIgnorePattern: '^_' }],
      eqeqeq: ['error', 'smart'],
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
          message: 'Chance comes from a seeded Random.',
        },
        {
          // Test files share one memory: a module that another has loaded before is not replaced any more.
          selector: "CallExpression[callee.object.name='vi'][callee.property.name=/^(do)?[mM]ock$/]",
          message: 'Hand in what a test stands in for, or stub a global.',
        },
      ],
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
    // A set has days of its own: whoever asks about one goes by its timeline.
    files: ['src/**/*.{ts,vue}', 'scripts/**/*.ts', 'e2e/**/*.ts'],
    ignores: ['src/core/planning/incubation/timetable.ts', 'src/core/planning/incubation/schedule.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: 'usual-days', message: 'The timetable alone reads the usual days.' }] },
      ],
    },
  },
  {
    files: ['src/domain/**/*.ts', 'src/app/{candling,hatching,incubating,records,today}/**/*.{ts,vue}'],
    // A quick look is at an egg of no set.
    ignores: ['**/*.test.ts', 'src/app/candling/useQuickLook.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { regex: 'usual-days', message: 'The timetable alone reads the usual days.' },
            {
              regex: 'incubation/timetable',
              importNamePattern: '^usual',
              message: 'A set has days of its own: ask its timeline (domain/timeline.ts).',
            },
          ],
        },
      ],
    },
  },
  {
    // A table of sentences is as long as the job has words, and a sentence takes what it names.
    files: ['src/app/*/words.ts'],
    rules: { 'max-lines': 'off' },
  },
  {
    // More than these are handed over by name. The core's loops over pixels and their helpers may take more.
    files: ['src/{app,cli,contracts,devices,domain,server,workers}/**/*.{ts,vue}'],
    // Express knows its handler of errors by its four.
    ignores: ['**/*.test.ts', 'src/server/createApp.ts', 'src/app/*/words.ts'],
    rules: { '@typescript-eslint/max-params': ['error', { max: 3 }] },
  },
)
