/** So many minutes after the beginning, by the clock of the place; without a time, minutes alone. */
export function clockOf(time: string, minutes: number): string {
	if (!time) return `${minutes}′`;
	const [h, m] = time.split(":").map(Number);
	const at = ((h ?? 0) * 60 + (m ?? 0) + minutes) % (24 * 60);
	return `${String(Math.floor(at / 60)).padStart(2, "0")}:${String(at % 60).padStart(2, "0")}`;
}
