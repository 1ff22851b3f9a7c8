/** References imported into enquiries. */
export { batchFile, changeBatch, listBatches, pageOfBatch, removeBatch, WRITERS } from './batches';
export { beginImport } from './importing';
