/**
 * Copies a text, and says whether it did: an address that is not secure has no clipboard at all, and a browser may refuse.
 */
export async function copyText(text: string): Promise<boolean> {
	try {
		await navigator.clipboard.writeText(text);
		return true;
	} catch {
		return false;
	}
}
