/**
 * Hands a text to the system's own share sheet. Whoever closes the sheet has changed their mind: nothing went wrong.
 */
export async function shareText(text: string): Promise<"shared" | "not now" | "failed"> {
	try {
		await navigator.share({ text });
		return "shared";
	} catch (error) {
		return error instanceof DOMException && error.name === "AbortError" ? "not now" : "failed";
	}
}
