/** Unit tests stand beside their source; the browser tests in e2e/ are Playwright's. */
module.exports = {
  testEnvironment: 'node',
  roots: ['<rootDir>/src', '<rootDir>/demo', '<rootDir>/scripts', '<rootDir>/bench'],
  testMatch: ['**/*.test.ts'],
  testTimeout: 30_000,
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
  transform: {
    '^.+\\.[jt]sx?$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true } } }],
  },
  // these come as modules of the newer kind only
  transformIgnorePatterns: ['/node_modules/(?!(icu-minify|@formatjs)/)'],
  // looked up on the sandbox these cost more than the sums they are used in
  sandboxInjectedGlobals: [
    'Math',
    'Number',
    'Object',
    'Array',
    'Map',
    'Set',
    'Uint8Array',
    'Uint8ClampedArray',
    'Uint16Array',
    'Uint32Array',
    'Int8Array',
    'Int16Array',
    'Int32Array',
    'Float32Array',
    'Float64Array',
    'DataView',
    'JSON',
    'Buffer',
    'performance',
  ],
};
