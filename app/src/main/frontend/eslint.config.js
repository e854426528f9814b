// What the scripts are checked for, besides what the bundler refuses.
import js from '@eslint/js';
import globals from 'globals';

export default [
  js.configs.recommended,
  {
    languageOptions: { ecmaVersion: 2024, sourceType: 'module', globals: { ...globals.browser, ...globals.serviceworker } },
    linterOptions: { reportUnusedDisableDirectives: 'error' },
    rules: {
      eqeqeq: 'error',
      'no-var': 'error',
      'prefer-const': 'error',
      'no-implicit-coercion': 'error',
      'no-shadow': 'error',
      'no-unused-vars': ['error', { caughtErrors: 'all', argsIgnorePattern: '^_' }],
      'max-len': ['error', { code: 160, ignoreUrls: true }],
      complexity: ['error', 16],
    },
  },
  { files: ['test/**', '*.mjs', '*.config.js'], languageOptions: { globals: globals.node } },
];
