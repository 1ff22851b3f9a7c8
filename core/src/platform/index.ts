/** Platforms: profiles and writing in a platform's syntax. */
export { profileSchema, fill, type Profile } from './profile.ts';
export { type NoteKind, type RenderingNote } from './notes.ts';
export { ALL_HEADINGS, writeStrategy, type HeadingToWrite, type LineToWrite, type RenderedLine, type Rendering, type WritingContext } from './write.ts';
export { VARIANT_CEILING } from './write-terms.ts';
