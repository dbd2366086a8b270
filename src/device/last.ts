const LAST = "peg-ladder studio";

/** The studio this device last spoke to: enough to open its store without a signal. */
export const lastStudio = (): string | null => window.localStorage.getItem(LAST);

export const rememberStudio = (id: string): void => window.localStorage.setItem(LAST, id);
