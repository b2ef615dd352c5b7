const fc = require('fast-check');

// An eighth of a second for each property, however many cases it asks for.
fc.configureGlobal({ numRuns: 15, interruptAfterTimeLimit: 125 });
