/** The document that is handed over. */
export { dossierOf } from './dossier';
