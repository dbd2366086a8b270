import { createReadStream } from "node:fs";
import { stat } from "node:fs/promises";
import { JSONParser } from "@streamparser/json";
import {
	FORMAT,
	parseRow,
	type Rows,
	remarksOn,
	Scope,
	type Section,
	sections,
	VERSION,
} from "@/core/formats/workbook";
import { parse, type Refusal } from "@/core/refusals/refusals";

/** A row's text may be this long, brackets in brackets this deep: far more than any real one. */
const ROW_BYTES = 8_000_000;
const DEPTH = 40;
const heads = ["format", "version", "scope"];
/** Tokens, as the parser numbers them: "[", ":", and words. */
const LIST = 2;
const COLON = 4;
const STRING = 9;
/** So many refusals are listed; the rest is counted. */
const LISTED = 500;

export interface WorkbookReport {
	scope: Scope | null;
	refusals: Refusal[];
	/** What is odd and comes in all the same. */
	remarks: Refusal[];
	/** Refusals beyond those listed. */
	more: number;
	rows: number;
}

interface Hooks {
	row<S extends Section>(section: S, n: number, row: Rows[S]): void;
	/** Called between pieces of the file; may wait, and so holds the reading back. */
	rest(bytes: number, of: number): Promise<void>;
}

/** Stops reading: what follows cannot be made sense of. */
class Unreadable extends Error {}

/**
 * Reads a workbook row by row: never the whole file, and never a row that is too
 * large. Every row that cannot be taken is reported by its path; what is no workbook
 * at all is told in one sentence.
 */
export async function readWorkbook(file: string, { row, rest }: Hooks): Promise<WorkbookReport> {
	const report: WorkbookReport = { scope: null, refusals: [], remarks: [], more: 0, rows: 0 };
	const refuse = (path: string, sentence: string) => {
		if (report.refusals.length < LISTED) report.refusals.push({ path, sentence });
		else report.more += 1;
	};
	const head: Record<string, unknown> = {};
	let where = "";
	let since = 0;
	let depth = 0;
	let name = "";
	let named = false;
	// Only what is handed out is let go of: the sections themselves must not be asked for.
	const parser = new JSONParser({
		paths: [...heads, ...Object.keys(sections).map((section) => `${section}.*`)].map((path) => `$.${path}`),
		keepStack: false,
	});
	keepEveryLetter(parser);
	parser.onToken = ({ token, value }) => {
		if (depth === 1) {
			if (named && name in sections && token !== LIST) refuse(name, `${name} should be a list of rows.`);
			named = token === COLON;
			if (token === STRING) name = String(value);
		}
		if (token === 0 || token === LIST) depth += 1;
		else if (token === 1 || token === 3) depth -= 1;
		if (depth > DEPTH)
			throw new Unreadable(
				`${where || "The file"} is nested over ${DEPTH} deep. No workbook is. The rest was not read.`,
			);
	};
	parser.onValue = ({ value, key, stack }) => {
		since = 0;
		if (stack.length === 1) {
			head[String(key)] = value;
			const wrong = headRefusal(String(key), value);
			if (wrong) throw new Unreadable(wrong);
			return;
		}
		const section = String(stack[1]?.key);
		if (!(section in sections) || typeof key !== "number") return;
		where = `${section}[${key}]`;
		report.rows += 1;
		const read = parseRow(section as Section, value);
		if (read.ok) {
			row(section as Section, key, read.value as never);
			for (const { path, sentence } of remarksOn(section as Section, read.value))
				if (report.remarks.length < LISTED) report.remarks.push({ path: `${where}.${path}`, sentence });
		} else for (const { path, sentence } of read.refusals) refuse(path ? `${where}.${path}` : where, sentence);
	};

	const { size } = await stat(file);
	const text = new TextDecoder("utf-8", { fatal: true });
	let bytes = 0;
	try {
		for await (const chunk of createReadStream(file, { highWaterMark: 1 << 16 }) as AsyncIterable<Buffer>) {
			if (bytes === 0) notOurs(chunk);
			bytes += chunk.length;
			since += chunk.length;
			mustBeUtf8(text, chunk, where, bytes);
			parser.write(
				bytes === chunk.length && chunk.subarray(0, MARK.length).equals(MARK) ? chunk.subarray(MARK.length) : chunk,
			);
			if (since > ROW_BYTES)
				throw new Unreadable(
					`What follows ${where || "the beginning"} is one piece of over ${ROW_BYTES / 1e6} MB; no row is that long.`,
				);
			await rest(bytes, size);
		}
		if (bytes === 0) throw new Unreadable("The file is empty.");
		if (!parser.isEnded)
			throw new Unreadable(`The file ends in the middle${where ? `, after ${where}` : ""}; a part of it is missing.`);
		for (const one of heads)
			if (!(one in head)) throw new Unreadable(headRefusal(one, undefined) ?? `${one} is missing.`);
		report.scope = Scope.parse(head.scope);
	} catch (error) {
		refuse(where, error instanceof Unreadable ? error.message : notJson(error, where));
	}
	return report;
}

function headRefusal(name: string, value: unknown): string | null {
	if (name === "format" && value !== FORMAT)
		return `Format is ${value === undefined ? "missing" : JSON.stringify(value)?.slice(0, 60)}. A workbook says "${FORMAT}".`;
	if (name === "version" && value !== VERSION)
		return typeof value === "number" && value > VERSION
			? `Version is ${value}, newer than ${VERSION}. Update Peg Ladder first.`
			: `Version is ${JSON.stringify(value) ?? "missing"}, but ${VERSION} is the one to use.`;
	if (name === "scope") {
		const read = parse(Scope, value, { of: "scope" });
		if (!read.ok) return read.refusals.map((one) => one.sentence).join(" ");
	}
	return null;
}

/** Files that are something else altogether are told by their first bytes. */
function notOurs(start: Buffer): void {
	const is = (...bytes: number[]) => bytes.every((byte, i) => start[i] === byte);
	if (is(0x1f, 0x8b) || is(0x50, 0x4b, 3, 4) || is(0x28, 0xb5, 0x2f, 0xfd) || is(0x42, 0x5a, 0x68))
		throw new Unreadable("The file is packed (zip, gzip or the like), whatever it is called. Unpack it first.");
	if (is(0xff, 0xfe) || is(0xfe, 0xff) || (start[0] === 0 && start[1] !== 0) || (start[1] === 0 && start[0] !== 0))
		throw new Unreadable("The file is written in UTF-16 or UTF-32. Save it as UTF-8.");
	if (start.subarray(0, 15).toString("latin1") === "SQLite format 3")
		throw new Unreadable("The file is a database, not a workbook. Restore a backup under “Restore”.");
}

/**
 * The parser decodes a text letter by letter, and its decoder drops each byte order mark as if a file began there: it
 * is given one that keeps every letter.
 *
 * @throws where the parser is not built as it was
 */
function keepEveryLetter(parser: JSONParser): void {
	const { tokenizer } = parser as unknown as { tokenizer?: { bufferedString?: { decoder?: TextDecoder } } };
	const gathered = tokenizer?.bufferedString;
	if (!(gathered?.decoder instanceof TextDecoder)) throw new Error("the parser of workbooks has changed within");
	gathered.decoder = new TextDecoder("utf-8", { fatal: true, ignoreBOM: true });
}

const MARK = Buffer.from("\uFEFF");

function mustBeUtf8(text: TextDecoder, chunk: Buffer, where: string, bytes: number): void {
	try {
		text.decode(chunk, { stream: true });
	} catch {
		throw new Unreadable(
			`Between byte ${bytes - chunk.length} and ${bytes}${where ? `, after ${where}` : ""}, the file is not UTF-8. Save it as UTF-8.`,
		);
	}
}

function notJson(error: unknown, where: string): string {
	const said = error instanceof Error ? error.message : String(error);
	const what = /Unexpected "([^"]{0,12})[^"]*" at position "(\d+)"/.exec(said);
	const place = where ? ` after ${where}` : " at the beginning";
	return what
		? `This is not JSON${place}: "${what[1]}" at character ${what[2]} does not belong there.`
		: `This is not JSON${place}.`;
}
