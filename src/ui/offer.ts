const UNTIL_TAKEN_MS = 1000;

/** Offers bytes as a file. */
export function offer(name: string, blob: Blob): void {
	const link = document.createElement("a");
	link.href = URL.createObjectURL(blob);
	link.download = name;
	link.click();
	setTimeout(() => URL.revokeObjectURL(link.href), UNTIL_TAKEN_MS);
}
