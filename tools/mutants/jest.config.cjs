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
  testMatch: ['<rootDir>/core/src/**/*.test.ts'],
  testTimeout: 30_000,
};
