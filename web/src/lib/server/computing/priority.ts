/**
 * How threads that nobody waits for at the keyboard are scheduled (nice): on Linux each thread has its own, so
 * that they take what threads that count while somebody types leave.
 */
export const BATCH_PRIORITY = 10;
