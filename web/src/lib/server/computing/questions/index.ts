/** Every question that a computing thread answers. A new one is a file here and a name in this list. */
import { confusionMatrix } from './confusion-matrix.ts';
import { contributions } from './contributions.ts';
import { evaluate } from './evaluate.ts';
import { gainCurve } from './gain-curve.ts';
import { explainRecord } from './explain-record.ts';
import { highlights } from './highlights.ts';
import { knownWorks } from './known-works.ts';
import { gleanedTerms } from './gleaned-terms.ts';
import { margins } from './margins.ts';
import { close, open } from './open-collection.ts';
import { page } from './page.ts';
import { pasted } from './read-pasted.ts';
import { read } from './read-line.ts';
import { counts } from './set-counts.ts';
import { spread } from './spread.ts';
import { termRecords } from './term-records.ts';
import { trials } from './trials.ts';
import { waysBack } from './ways-back.ts';
import { variants } from './variants.ts';
import { write } from './write-document.ts';
import { years } from './years.ts';

export const QUESTIONS = {
	open,
	close,
	evaluate,
	counts,
	page,
	spread,
	confusionMatrix,
	explainRecord,
	highlights,
	variants,
	contributions,
	knownWorks,
	waysBack,
	gleanedTerms,
	gainCurve,
	termRecords,
	margins,
	trials,
	years,
	read,
	pasted,
	write
} as const;

type Questions = typeof QUESTIONS;
export type QuestionName = keyof Questions;
/** What is answered, by the name of the question. */
export type Answers = { readonly [Name in QuestionName]: Awaited<ReturnType<Questions[Name]['answer']>> };
/** A question with its name. */
export type Job = {
	[Name in QuestionName]: { readonly do: Name } & Parameters<Questions[Name]['answer']>[0];
}[QuestionName];
export type { CountedLine } from './evaluate.ts';
export type { MarkNumbers, PackedLine } from './shapes.ts';
