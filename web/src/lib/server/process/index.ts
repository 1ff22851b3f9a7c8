/** What every part of the server needs: configuration, the log, and letting others have the thread. */
export { config } from './config';
export { errorFacts, log } from './log';
export { TIMED_OUT, withTimeout } from './with-timeout';
export { createYielder } from './yielding';
