/** What an installation holds: what ships, and what administrators add and remove. */
export { demoPerson, loadShipped } from './demo';
export { NAME, usageWarning, removeVocabulary, takeCollection } from './installation';
