import { forgetKept, keepText, readKept } from "./localKeep";

export const LAST = "peg-ladder studio";

/** The studio this device last spoke to: enough to open its store without a signal. */
export const lastStudio = (): string | null => readKept(LAST);

/** What this device does next it does for the studio that then answers. Nothing that is kept for the one of before is lost. */
export const forgetStudio = (): void => forgetKept(LAST);

export const rememberStudio = (id: string): void => void keepText(LAST, id);
