/** What an installation holds: what ships, and what administrators add and remove. */
export { demoPerson, loadShipped } from './demo';
export { NAME, inUse, removeVocabulary, takeCollection } from './installation';
