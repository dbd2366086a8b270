interface Checked {
	value: unknown;
	issues: { push(issue: never): unknown };
}

/**
 * Adds a refusal in our own words to what a schema found. It lets the other checks
 * go on: a person is told everything at once, not one thing after the other.
 */
export const complainIn = (ctx: Checked) => (path: PropertyKey[], message: string) =>
	ctx.issues.push({ code: "custom", input: ctx.value, path, message, continue: true } as never);
