/** Versions of profiles and editions of vocabularies that somebody has reviewed, in each enquiry. */
export { exportSignOffs, importSignOffs, reviewedVersions, signOff, type ReviewedVersions } from './sign-offs';
