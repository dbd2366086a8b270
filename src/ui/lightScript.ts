/** Under which name a device keeps its light, and what tells a page of a change. */
export const LIGHT = "peg-ladder-light";

/** Runs before the first paint, so that a hall does not light up white. */
export const lightScript = `try{document.documentElement.dataset.light=localStorage.getItem(${JSON.stringify(LIGHT)})||"paper"}catch{}`;
