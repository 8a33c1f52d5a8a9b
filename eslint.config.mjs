import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['.next/**', '.data/**', 'node_modules/**', 'next-env.d.ts'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  { files: ['**/*.tsx', 'src/features/**/use*.ts', 'src/ui/**/*.ts'], ...hooks.configs.flat.recommended },
  {
    files: ['scripts/**/*.mjs', '*.mjs', '*.cjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        fetch: 'readonly',
        Buffer: 'readonly',
        setTimeout: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        clearTimeout: 'readonly',
        URL: 'readonly',
        module: 'readonly',
        performance: 'readonly',
      },
    },
  },
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'max-params': ['warn', 9],
    },
  },
  {
    files: ['src/core/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            'react*',
            'next*',
            'knex*',
            'pg',
            '@mui/*',
            'node:*',
            '**/db/**',
            '**/server/**',
            '**/ui/**',
            '**/features/**',
          ],
        },
      ],
      'no-restricted-globals': ['error', 'process', 'window', 'document'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random' },
        { object: 'Date', property: 'now' },
      ],
    },
  },
);
