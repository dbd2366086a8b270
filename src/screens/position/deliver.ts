import type { Refusal } from "@/core/refusals/refusals";
import type { WaitingStill } from "@/device/stills";
import { keepStill } from "@/server/stills";

/** What the server has against it; nothing where it took it. Throws where it does not answer. */
export async function deliver({ id, still, picture, consent }: WaitingStill): Promise<Refusal[]> {
	const response = await fetch("/api/pictures", {
		method: "POST",
		headers: { "content-type": picture.type },
		body: picture,
	});
	const said = (await response.json()) as { hash?: string; refusals?: Refusal[] };
	if (!response.ok || !said.hash)
		return said.refusals ?? [{ path: "picture", sentence: "The server did not accept its picture." }];
	const kept = await keepStill(id, { ...still, picture: said.hash }, consent);
	return kept.ok ? [] : kept.refusals;
}
