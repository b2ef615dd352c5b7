/** The tests that mutation testing lets loose: those of core, which need no database. */
module.exports = { ...require('./jest.config.cjs'), roots: ['<rootDir>/core'] };
