import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Imports point one way: app -> ui, server -> core. Each folder is told what it may not reach. */
const forbid = (...patterns) => [
  'error',
  { patterns: patterns.map(([group, message]) => ({ group: Array.isArray(group) ? group : [group], message })) },
];
const ABOVE_CORE = ['@/server/**', '@/app/**', '@/ui/**', '@/workers/**', '**/server/**', '**/app/**', '**/ui/**'];
const STANDINS = ['**/standins/**', '**/demo/**', '**/ops/**'];

export default tseslint.config(
  { ignores: ['.next/**', 'dist/**', '.libellus/**', 'node_modules/**', 'next-env.d.ts', 'src/server/db/migrations/**'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
      'no-control-regex': 'off',
      'no-misleading-character-class': 'off',
      eqeqeq: ['error', 'always'],
      'no-console': 'off',
    },
  },
  { files: ['src/**/*.{ts,tsx}'], rules: { 'no-console': 'error' } },
  {
    files: ['src/ui/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'warn' },
  },
  {
    files: ['src/core/**/*.ts'],
    rules: {
      'no-restricted-imports': forbid(
        [ABOVE_CORE, 'core imports nothing outside itself.'],
        [
          ['node:*', 'fs', 'path', 'crypto', 'react', 'react-dom', 'next', 'next/**', 'drizzle-orm', 'drizzle-orm/**'],
          'core is pure: no Node built-ins, no React, no Next, no database.',
        ],
        [STANDINS, 'src knows nothing of stand-ins and demo.'],
      ),
      'no-restricted-globals': ['error', 'process', 'fetch', 'window', 'document', 'localStorage', 'setTimeout'],
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
          message: 'core has no clock: take the time as a parameter.',
        },
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'core has no clock: take the time as a parameter.',
        },
        {
          selector: "MemberExpression[object.name='Math'][property.name='random']",
          message: 'core has no chance: take it as a parameter.',
        },
      ],
    },
  },
  { files: ['src/core/**/*.test.ts'], rules: { 'no-restricted-imports': 'off', 'no-restricted-syntax': 'off' } },
  {
    files: ['src/ui/**/*.{ts,tsx}', 'src/workers/**/*.ts'],
    rules: {
      'no-restricted-imports': forbid(
        [['@/server/**', '@/app/**', '**/server/**', '**/app/**'], 'ui gets its data and actions from app.'],
        [STANDINS, 'src knows nothing of stand-ins and demo.'],
      ),
    },
  },
  {
    files: ['src/server/**/*.ts'],
    rules: {
      'no-restricted-imports': forbid(
        [['@/app/**', '@/ui/**', '**/ui/**', 'react', 'react-dom'], 'server knows nothing of the interface.'],
        [STANDINS, 'src knows nothing of stand-ins and demo.'],
      ),
    },
  },
  {
    files: ['src/app/**/*.{ts,tsx}'],
    rules: { 'no-restricted-imports': forbid([STANDINS, 'src knows nothing of stand-ins and demo.']) },
  },
);
