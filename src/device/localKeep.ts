/**
 * What a device keeps beside the record: settings, drafts, clocks. The browser may refuse
 * to store (full, private, forbidden) or hold what somebody else wrote; neither may stop
 * a page, so a refusal is no error and what cannot be read is as good as nothing.
 */

/** The text kept under a name; null where there is none, or none can be read. */
export function readKept(name: string): string | null {
	try {
		return window.localStorage.getItem(name);
	} catch {
		return null;
	}
}

/** The JSON value kept under a name, as far as `read` makes something of it; what cannot be read is thrown away. */
export function readKeptJson<T>(name: string, read: (value: unknown) => T | null): T | null {
	try {
		return read(JSON.parse(readKept(name) ?? "null"));
	} catch {
		forgetKept(name);
		return null;
	}
}

/** Whether it was stored. */
export function keepText(name: string, text: string): boolean {
	try {
		window.localStorage.setItem(name, text);
		return true;
	} catch {
		return false;
	}
}

export const keepJson = (name: string, value: unknown): boolean => keepText(name, JSON.stringify(value));

export function forgetKept(name: string): void {
	try {
		window.localStorage.removeItem(name);
	} catch {
		// What cannot be written cannot be there either.
	}
}
