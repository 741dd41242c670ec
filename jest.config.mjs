const base = {
  transform: {
    '^.+\\.(t|j|mj)sx?$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  // Several packages ship as ES modules only; they are few and small enough to transform as well.
  transformIgnorePatterns: [
    '/node_modules/(?!(messageformat|better-auth|@better-auth|nanostores|jose|uncrypto|@noble|rou3|better-call|defu|culori|htmlparser2|domhandler|domutils|domelementtype|dom-serializer|entities|escape-string-regexp|url-template|is-plain-object|deepmerge|file-type|strtok3|token-types|uint8array-extras|@tokenizer|@borewit|ical\\.js|gettext-parser|content-type|@levischuck|oidc-provider|openapi-typescript|openapi-fetch|parse-json|index-to-position|change-case|supports-color|pixelmatch|@opentelemetry/otlp-exporter-base)/)',
  ],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
  testEnvironment: 'node',
};

// A database and stand-ins for each worker.
const servers = {
  globalSetup: '<rootDir>/tests/server/setup.ts',
  globalTeardown: '<rootDir>/tests/server/teardown.ts',
  setupFiles: ['<rootDir>/tests/server/worker-env.ts'],
};

export default {
  testSequencer: '<rootDir>/tests/sequencer.mjs',
  projects: [
    {
      ...base,
      displayName: 'core',
      // What only computes shares a context; what opens connections and reads settings has one for each file.
      testEnvironment: '<rootDir>/tests/environment.ts',
      testMatch: [
        '<rootDir>/src/core/**/*.test.ts',
        '<rootDir>/tests/unit/**/*.test.ts',
        '<rootDir>/tests/truth/**/*.test.ts',
      ],
    },
    {
      ...base,
      displayName: 'server',
      testMatch: ['<rootDir>/tests/server/**/*.test.ts'],
      ...servers,
    },
    {
      ...base,
      displayName: 'cluster',
      testMatch: ['<rootDir>/tests/cluster/**/*.test.ts'],
    },
    {
      ...base,
      displayName: 'servers',
      testMatch: ['<rootDir>/tests/servers/**/*.test.ts'],
      ...servers,
    },
  ],
};
