/** A decision is replayed only by the engine that made it. Raised when a line's meaning changes. */
export const ENGINE = "9";
