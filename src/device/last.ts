import { keepText, readKept } from "./localKeep";

export const LAST = "peg-ladder studio";

/** The studio this device last spoke to: enough to open its store without a signal. */
export const lastStudio = (): string | null => readKept(LAST);

export const rememberStudio = (id: string): void => void keepText(LAST, id);
