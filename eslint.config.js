import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import hooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['dist', 'var', 'node_modules', 'test-results'] },
  js.configs.recommended,
  ...ts.configs.strict,
  { files: ['**/*.{mjs,js,cjs}'], languageOptions: { globals: globals.node } },
  {
    files: ['**/*.{ts,tsx}'],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-extraneous-class': 'off',
      // RTK Query's word for a request without an argument.
      '@typescript-eslint/no-invalid-void-type': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  {
    // Pure computation: neither the clock nor chance may be asked from inside.
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'core/ is given the time' },
        { object: 'Math', property: 'random', message: 'core/ is given its randomness' },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: 'ExportDefaultDeclaration', message: 'named exports only' },
        { selector: 'ExportAllDeclaration', message: 'a face names what it shows' },
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'core/ is given the time',
        },
      ],
    },
  },
  {
    // What is done in a mock is an action; only core/session makes events of it.
    files: ['web/**/*.{ts,tsx}', 'server/demo/**/*.ts'],
    ignores: ['**/*.test.{ts,tsx}', 'web/data/drill/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            "Property[key.name='kind'] > Literal[value=/^(stage|fault|retract|regrade|peg|sort|question|manoeuvre|measure|fix|said|intervention|goal|rating|pause|resume)$/]",
          message: 'an event is made by core/session: use an action',
        },
      ],
    },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    languageOptions: { globals: globals.browser },
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  prettier,
);
