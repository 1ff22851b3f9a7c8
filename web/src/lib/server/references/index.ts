/** References imported into enquiries. */
export { batchFile, changeBatch, listBatches, pageOfBatch } from './batches';
export { chosenRecords, worksFile } from './export';
export { exportFormat, sendReferences } from './sending';
export { beginImport } from './importing';
export { beginMatching, previewMatching } from './matching';
export { listRecipes, mayChangeRecipe, recipeOf, removeRecipe, saveRecipe } from './recipes';
export { addFileCollection, changeFileCollection, removeFileCollection } from './chosen-files';
export { sourceSets } from './source-sets';
export { beginRemoval } from './removing';
export { repairPiece } from './repairs';
export { decide, undoDecision } from './decisions';
export { duplicatesOf, pairsOf, worksOf } from './duplicates';
export { beginLinking } from './linking';
