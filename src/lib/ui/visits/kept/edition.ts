/** Rises when what is kept has another shape: what an older program kept is not understood then. */
export const EDITION = 1;
