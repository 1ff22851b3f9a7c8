/** What an installation holds: what ships, and what administrators add and remove. */
export { beginCollection } from './collection-job';
export { demoPerson, loadShipped } from './demo';
export { NAME, usageWarning, removeVocabulary } from './installation';
