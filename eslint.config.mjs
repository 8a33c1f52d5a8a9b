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
        PerformanceObserver: 'readonly',
        window: 'readonly',
      },
    },
  },
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  { files: ['src/**'], rules: { 'max-params': ['error', 4] } },
  {
    files: ['src/{features,ui}/**'],
    rules: { 'max-lines-per-function': ['error', { max: 100, skipBlankLines: true, skipComments: true }] },
  },
  {
    // Logic is shorter than markup. Lists of rules and the demo's tables of places are read from top to bottom.
    files: ['src/{core,db,commands,server,questions,jobs,workers}/**'],
    ignores: ['src/db/migrations/**', 'src/core/setup/advice.ts', 'src/db/demo/{farm,koiHistory}.ts'],
    rules: { 'max-lines-per-function': ['error', { max: 75, skipBlankLines: true, skipComments: true }] },
  },
  {
    // Asked millions of times in one forecast, or written as one line of a table: these take their few values one by one.
    files: [
      'src/core/fish/{feed,grading,growth}.ts',
      'src/core/water/lifeSupport.ts',
      'src/core/stocking/rearing.ts',
      'src/core/sums/sum.ts',
      'src/core/tasks/jobs.ts',
      'src/core/errors.ts',
      'src/ui/table/GridView.tsx',
    ],
    rules: { 'max-params': ['error', 6] },
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
  {
    // A screen is made from the kit: controls are MUI in our theme, colours are the theme's, class names are a module's.
    files: ['src/features/**/*.tsx', 'src/app/**/*.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'JSXOpeningElement > JSXIdentifier[name=/^(button|input|select|textarea|table|td|th)$/]',
          message: 'Take the control from ui/kit or MUI; a raw one only in a long list, with the reason beside it.',
        },
        {
          selector: "JSXAttribute[name.name='className'] > Literal",
          message: 'Class names come from a module or are a prop of the kit.',
        },
        { selector: 'Literal[value=/#[0-9a-fA-F]{3,8}$/]', message: 'Colours are tones of ui/theme/tones.' },
        {
          selector: 'JSXText[value=/[A-Za-z]{2}/]',
          message: 'Words a person reads stand in say`…`, so that another language can say them.',
        },
        {
          selector:
            'JSXAttribute[name.name=/^(label|title|aria-label|placeholder|helperText|submit|caution|alt)$/] > Literal[value=/[A-Za-z]{2}/]',
          message: 'Words a person reads stand in say`…`, so that another language can say them.',
        },
        { selector: 'Literal[value=/var\\(--mui/]', message: 'Colours are tones of ui/theme/tones.' },
      ],
    },
  },
  {
    files: ['src/features/**/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: "CallExpression[callee.name='tx']", message: 'Queries of tables stand in src/db.' },
        {
          selector: "CallExpression > MemberExpression[object.name='tx'][property.name=/^(raw|from)$/]",
          message: 'Queries of tables stand in src/db.',
        },
      ],
    },
  },
);
