import fc from 'fast-check';

/** For `npm run mutate`: few draws, and no search for a smaller example once one was found. */
fc.configureGlobal({ numRuns: 50, endOnFailure: true });
