/** References that enquiries bring in. */
export { batchFile, changeBatch, listBatches, pageOfBatch, removeBatch, WRITERS } from './batches';
export { beginImport } from './importing';
