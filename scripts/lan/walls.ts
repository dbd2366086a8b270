import type { IncomingMessage } from "node:http";
import { storeAt } from "@/store/db";
import { hostOf, listStudios, studioAt } from "@/store/engine/studios";
import { accessTo } from "./access";

type Wall = ReturnType<typeof accessTo>;

/**
 * The wall before the studio a request asks for: of several each has its own passcode, its own
 * sessions and its own count of guesses. Null where there is no studio by that name.
 */
export function wallsOf(): (request: IncomingMessage) => Wall | null {
	if (listStudios() === null) {
		const only = accessTo(() => storeAt(process.env.DATABASE_URL ?? ""));
		return () => only;
	}
	const walls = new Map<string, Wall>();
	return (request) => {
		const host = request.headers.host ?? "";
		if (!studioAt(host)) return null;
		const known = walls.get(hostOf(host));
		if (known) return known;
		const wall = accessTo(() => storeAt(studioAt(host)?.database ?? ""));
		walls.set(hostOf(host), wall);
		return wall;
	};
}
