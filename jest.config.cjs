// Two projects: pure units run anywhere; server tests need the database that tools/test.mjs starts.
const common = {
  rootDir: __dirname,
  modulePathIgnorePatterns: ['<rootDir>/.data/'],
  testEnvironment: 'node',
  testEnvironmentOptions: { customExportConditions: ['@caulkhorn/source', 'node', 'node-addons'] },
  moduleNameMapper: { '^(\\.{1,2}/.*)\\.js$': '$1' },
  transform: {
    '^.+\\.(t|j|mj)sx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', decorators: true, tsx: true },
          transform: { legacyDecorator: true, decoratorMetadata: true, useDefineForClassFields: false, react: { runtime: 'automatic' } },
          target: 'es2022',
          keepClassNames: true,
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  transformIgnorePatterns: ['/node_modules/(?!(@caulkhorn|d3-polygon|date-fns|@date-fns|uuid|nanoid|canonicalize)/)'],
};

module.exports = {
  // a machine shared with others is slow at times; a test that hangs still ends
  testTimeout: 120_000,
  projects: [
    {
      ...common,
      displayName: 'unit',
      setupFiles: ['<rootDir>/web/src/messages/early.ts', '<rootDir>/web/src/messages/later.ts'],
      testMatch: ['<rootDir>/{core,contract,web}/src/**/*.test.ts'],
    },
    { ...common, displayName: 'server', testMatch: ['<rootDir>/server/src/**/*.test.ts'] },
  ],
};
