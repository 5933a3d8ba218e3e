// The core's tests alone, told apart test by test, so that each mutant is met only by those that run through it.
const { projects } = require('../../jest.config.cjs');

const [unit] = projects;
// measured in a copy of the project, which is where it runs
const root = process.cwd();
module.exports = {
  ...unit,
  rootDir: root,
  testEnvironment: '@stryker-mutator/jest-runner/jest-env/node',
  setupFiles: [],
  // the tests of the part's own rooms, a constant being held by who stands beside it, and what is published of the whole core
  testMatch: [
    ...(process.env.MUTANT_ROOMS ?? '*').split(',').map((room) => `<rootDir>/core/src/${room}/**/*.test.ts`),
    '<rootDir>/core/src/publishing/**/*.test.ts',
  ],
  testTimeout: 30_000,
};
