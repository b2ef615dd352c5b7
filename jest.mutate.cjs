/**
 * The tests that mutation testing lets loose on a room of core: the room's own, which must hold its rules by themselves.
 * Properties are tried on fewer cases there, as each test runs hundreds of times.
 */
module.exports = {
  ...require('./jest.config.cjs'),
  roots: ['<rootDir>'],
  testMatch: ['<rootDir>/jest.room.cjs'],
  setupFiles: ['<rootDir>/jest.fewer.cjs'],
};
