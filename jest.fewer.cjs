const fc = require('fast-check');

fc.configureGlobal({ numRuns: 25 });
