/** A text as it is searched: without case and accents, so that "Élan" is found by "elan". */
export const foldText = (text: string): string => text.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();
