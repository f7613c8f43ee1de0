/** The version of the form of all documents: within one nothing is taken away and nothing changes its meaning; members can come. */
export const DOCUMENT_FORMAT = 1;
