const fc = require('fast-check');

// A quarter of a second for each property, however many cases it asks for.
fc.configureGlobal({ numRuns: 25, interruptAfterTimeLimit: 250 });
