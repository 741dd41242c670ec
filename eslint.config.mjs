import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Imports point one way: app -> ui, server -> core. Each folder is told what it may not reach. */
const forbid = (...patterns) => [
  'error',
  { patterns: patterns.map(([group, message]) => ({ group: Array.isArray(group) ? group : [group], message })) },
];
const ABOVE_CORE = [
  '@/contract/**',
  '@/server/**',
  '@/app/**',
  '@/ui/**',
  '@/workers/**',
  '**/server/**',
  '**/app/**',
  '**/ui/**',
];

/**
 * The folders of core in their order: each may import from those before it and from none after. `docs/architecture.md` shows this
 * table. Files that stand in core itself are the ground; one of them (schema.ts) knows text.
 */
const CORE_LAYERS = [
  'css',
  'time',
  'text',
  'conditions',
  'mail',
  'attach',
  'domain',
  'codes',
  'suggest',
  'stock',
  'order',
  'summary',
  'judge',
  'terms',
  'invoice',
  'moments',
  'mapping',
  'snapshot',
  'life',
  'placeholders',
  'notices',
  'look',
  'template',
  'render',
  'preflight',
  'translation',
  'handover',
  'plan',
  'standing',
  'shipped',
  'exchange',
  'glossary',
  'sets',
  'rehearsal',
  'proof',
];

/** The folders of the server in their order, as those of core. */
const SERVER_LAYERS = [
  'base',
  'db',
  'net',
  'auth',
  'documents',
  'codes',
  'suggestions',
  'events',
  'sources',
  'sending',
  'hooks',
  'operations',
  'domains',
  'proof',
  'bounces',
  'people',
  'notices',
  'summaries',
  'worker',
  'rehearsal',
  'features',
  'api',
  'web',
  'processes',
];

/** What a folder may not import because it comes before it. */
const later = (layers, layer, root) =>
  layers.slice(layer + 1).map((folder) => ({
    regex: `^((\\.\\./)+|${root})${folder}(/|$)`,
    message: `${layers[layer]} comes before ${folder}: see the table in eslint.config.mjs.`,
  }));

/** All that core takes from packages. */
const CORE_PACKAGES = [
  'css-what',
  '@sinclair/typebox',
  'ajv',
  'ajv-formats',
  'culori',
  'diff',
  'fast-xml-parser',
  'fastest-levenshtein',
  'gettext-parser',
  'htmlparser2',
  'ibantools',
  'ical.js',
  'json-p3',
  'jsonc-parser',
  'messageformat',
  'messageformat/functions',
  'papaparse',
  'postcss',
  'sanitize-html',
  'url-template',
];

/** Imports of a folder of core: nothing above core, of core only what comes before it, of packages only those that are allowed. */
const coreImports = (layer) => [
  'error',
  {
    patterns: [
      { group: ABOVE_CORE, message: 'core imports nothing outside itself.' },
      { group: STANDINS, message: 'src knows nothing of stand-ins and demo.' },
      {
        regex: `^(?!\\.|@/|(${CORE_PACKAGES.map((p) => p.replace('/', '\\/')).join('|')})$)`,
        message: 'core takes nothing from this package: see CORE_PACKAGES.',
      },
      ...later(CORE_LAYERS, layer, '@/core/'),
    ],
  },
];
const STANDINS = ['**/standins/**', '**/demo/**', '**/ops/**'];

export default tseslint.config(
  {
    ignores: [
      '.next/**',
      'dist/**',
      '.libellus/**',
      'node_modules/**',
      'next-env.d.ts',
      'src/server/db/migrations/**',
      'examples/libellus.d.ts',
    ],
  },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    rules: {
      // French sets a space that does not break before some marks.
      'no-irregular-whitespace': ['error', { skipTemplates: true }],
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
  { files: ['**/*.mjs'], languageOptions: { globals: { process: 'readonly' } } },
  { files: ['src/**/*.{ts,tsx}'], rules: { 'no-console': 'error' } },
  {
    files: ['src/ui/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'warn' },
  },
  {
    files: ['src/core/**/*.ts'],
    rules: {
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
  ...CORE_LAYERS.map((folder, layer) => ({
    files: [`src/core/${folder}/**/*.ts`],
    rules: { 'no-restricted-imports': coreImports(layer) },
  })),
  { files: ['src/core/*.ts'], rules: { 'no-restricted-imports': coreImports(CORE_LAYERS.indexOf('text')) } },
  {
    files: ['src/core/**/*.test.ts', 'src/core/**/testing.ts'],
    rules: { 'no-restricted-imports': 'off', 'no-restricted-syntax': 'off' },
  },
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
    // What screens are given and send: known to both sides, knowing neither.
    files: ['src/contract/**/*.ts'],
    rules: {
      'no-restricted-imports': forbid(
        [['@/server/**', '@/app/**', '@/ui/**', '@/workers/**'], 'a contract stands on core alone.'],
        [STANDINS, 'src knows nothing of stand-ins and demo.'],
      ),
    },
  },
  ...SERVER_LAYERS.map((folder, layer) => ({
    files: [`src/server/${folder}/**/*.ts`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['@/app/**', '@/ui/**', '**/ui/**', 'react', 'react-dom'],
              message: 'server knows nothing of the interface.',
            },
            { group: STANDINS, message: 'src knows nothing of stand-ins and demo.' },
            ...later(SERVER_LAYERS, layer, '@/server/'),
          ],
        },
      ],
    },
  })),
  {
    files: ['src/app/**/*.{ts,tsx}'],
    rules: { 'no-restricted-imports': forbid([STANDINS, 'src knows nothing of stand-ins and demo.']) },
  },
);
