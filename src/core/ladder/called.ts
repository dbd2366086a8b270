/**
 * What is called next, where targets are called in turn, `each` tries at one of them: the
 * one in hand until its block is full, then the next, the first after the last. A target
 * that was called by hand starts a block of its own.
 *
 * @param said what was called of the counted tries so far, oldest first.
 */
export function nextCalled(targets: readonly string[], each: number, said: readonly (string | undefined)[]): string {
	const last = said.at(-1);
	const at = targets.indexOf(last ?? "");
	if (at < 0) return targets[0] ?? "";
	let run = 0;
	while (run < said.length && said.at(-1 - run) === last) run += 1;
	// A block that begins again at once is two blocks: of one target, or where it was called again by hand.
	return run % each === 0 ? (targets[(at + 1) % targets.length] ?? "") : (targets[at] ?? "");
}
