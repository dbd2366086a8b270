import { keepJson, readKeptJson } from "./localKeep";

/**
 * What the browser says of the room it gives, and whether it has let go of what was kept
 * here. What it may evict is asked to be kept for good, looked at every so often, and
 * reported.
 */

const MB = 1_000_000;
const ENOUGH_MB = 20;

export interface StorageQuota {
	/** The browser has promised not to clear it by itself; null where it does not say. */
	persistent: boolean | null;
	/** What is left, in MB; null where it does not say. */
	leftMB: number | null;
}

/** Asked once a page: some browsers put the question to whoever holds the device. */
let promised: Promise<boolean | null> | null = null;

export async function measureQuota(): Promise<StorageQuota> {
	const { storage } = navigator;
	if (!storage?.estimate) return { persistent: null, leftMB: null };
	promised ??= storage.persist?.().catch(() => false) ?? Promise.resolve(null);
	const [persistent, { quota, usage }] = await Promise.all([
		promised,
		storage.estimate().catch(() => ({ quota: undefined, usage: undefined })),
	]);
	return { persistent, leftMB: quota === undefined ? null : Math.max(0, (quota - (usage ?? 0)) / MB) };
}

/** In words, when the room runs short. */
export const quotaWarning = ({ leftMB }: StorageQuota): string | null =>
	leftMB !== null && leftMB < ENOUGH_MB
		? `This device is nearly full: ${leftMB.toFixed(leftMB < 10 ? 1 : 0)} MB left. Free some space soon.`
		: null;

/** How far a device had come, beside its store: what is evicted takes its own numbers with it. */
interface DeviceProgress {
	device: string;
	kept: number;
	acked: number;
}

const name = (studio: string) => `peg-ladder reached ${studio}`;

export const noteProgress = (studio: string, progress: DeviceProgress): void => void keepJson(name(studio), progress);

/** In words, when the store was emptied since; whether anything is lost that only this device had. */
export function evictionNotice(studio: string, device: string): string | null {
	const before = readKeptJson(name(studio), (value) => value as DeviceProgress | null);
	if (!before || before.device === device) return null;
	const lost = before.kept - before.acked;
	return lost > 0
		? `This browser deleted its data. The last ${lost} entries were not sent yet and are lost.`
		: "This browser deleted its data. The server has all of it. Nothing is lost.";
}
