/** Records judged relevant or not, in each enquiry. */
export { exportJudgements, importJudgements, judge, judgementNews, judgementsOf, type Judgements } from './judgements';
