/** Words as Markdown shows them: what would be taken for its own signs is escaped. */
export const asMarkdown = (words: string): string =>
	words
		.replace(/[\\`*_[\]<>#|~]/g, "\\$&")
		.replace(/^(\s*)([-+])(?=\s)/gm, "$1\\$2")
		.replace(/^(\s*\d+)([.)])(?=\s)/gm, "$1\\$2");

/** A table, a line a row; line ends within a cell become spaces. */
export function markdownTable(head: readonly string[], rows: readonly (readonly string[])[]): string {
	const line = (cells: readonly string[]) =>
		`| ${cells.map((cell) => asMarkdown(cell.replace(/\n+/g, ", ").replace(/\s+/g, " "))).join(" | ")} |`;
	return [line(head), `| ${head.map(() => "---").join(" | ")} |`, ...rows.map(line)].join("\n");
}
