/** Renderings run at their sources, copied, and compared with the original. */
export { exportRuns, importRuns, keepComparison, keepRun, runsOf, withdrawRun } from './runs';
