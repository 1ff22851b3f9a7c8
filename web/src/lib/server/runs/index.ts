/** Renderings run at their sources, copied, and compared with the original. */
export {
	checkNewRun,
	checkWithdrawal,
	exportRuns,
	importRuns,
	keepComparison,
	keepRun,
	runsOf,
	withdrawRun,
	type NewRun
} from './runs';
