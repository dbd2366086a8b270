/** The names errors have on their way out of the storage: what they were is lost between threads. */
export const STORAGE = "Storage";
export const OTHER_STUDIO = "OtherStudio";
export const SIGNED_OUT = "SignedOut";
