import type { IncomingMessage, ServerResponse } from "node:http";
import { sealData, unsealData } from "iron-session";
import { endSessions, findAccess, isPasscode, setPasscode } from "@/store/access";
import { type Allowance, allowance } from "@/store/allowance";
import type { Store } from "@/store/db";
import { askPage, minePage, show } from "./pages";

/** Who is in: sessions, the passcode that opens them, and how often it may be guessed. */

const COOKIE = "peg-ladder";
const SESSION_SECONDS = 60 * 60 * 24 * 90;
/** A guess costs 128 MB for a moment: one is worked out at a time, and so many more may wait for it. */
const MOST_WAITING = 4;
const BODY_CHARS = 4000;
/** A passcode changed, or sessions ended, through another process holds here after this long. */
const SECRET_FOR_MS = 1000;

/** Five wrong in five minutes from one address; fifty from all the addresses that may still guess. */
const EACH = { points: 5, duration: 300 };
const ALL = { points: 50, duration: 300 };

const inCookie = new RegExp(`(?:^|;\\s*)${COOKIE}=([^;]+)`);
const cookieOf = (request: IncomingMessage): string => inCookie.exec(request.headers.cookie ?? "")?.[1] ?? "";

async function formOf(request: IncomingMessage): Promise<URLSearchParams> {
	let text = "";
	for await (const piece of request) {
		text += piece;
		if (text.length > BODY_CHARS) break;
	}
	return new URLSearchParams(text.slice(0, BODY_CHARS));
}

/** Where a request is from: before a proxy of ours, what that says last (what it was told itself can be made up). */
const addressOf = ({ headers, socket }: IncomingMessage): string =>
	(process.env.PEG_PLAIN === "1" &&
		String(headers["x-forwarded-for"] ?? "")
			.split(",")
			.at(-1)
			?.trim()) ||
	(socket.remoteAddress ?? "");

/** Whether a form was sent by a page of this studio: another site's cannot say so. */
const isOwn = ({ headers }: IncomingMessage): boolean =>
	headers.origin === undefined || headers.origin === `https://${headers.host}`;

/** The guesses of all studios are worked out one after the other: the memory of one is enough for this process. */
let lastGuess: Promise<unknown> = Promise.resolve();

/** How the passcode is guessed at: slowly, and one guess at a time. */
function guessing(storeNow: () => Promise<Store>) {
	const counts = new WeakMap<Store, { each: Allowance; all: Allowance }>();
	const countsOf = (store: Store) => {
		const made = counts.get(store) ?? { each: allowance(store, "guess", EACH), all: allowance(store, "guesses", ALL) };
		counts.set(store, made);
		return made;
	};
	let waiting = 0;

	/** One after the other; null where too many of this studio wait already. */
	function inTurn(work: () => Promise<boolean>): Promise<boolean> | null {
		if (waiting >= MOST_WAITING) return null;
		waiting += 1;
		const now = lastGuess.then(work).finally(() => {
			waiting -= 1;
		});
		lastGuess = now.catch(() => undefined);
		return now;
	}

	/** Why a guess is not looked at or is wrong; null where it is the passcode. */
	async function wrong(from: string, guess: string): Promise<{ status: number; words: string } | null> {
		const store = await storeNow();
		const { each, all } = countsOf(store);
		try {
			await each.consume(from);
			// Only of those that may guess: one address that goes on and on blocks nobody else.
			await all.consume("all");
		} catch {
			return { status: 429, words: "Too many wrong passcodes. Wait five minutes, then try again." };
		}
		const turn = inTurn(() => isPasscode(store, guess));
		if (!turn) return { status: 429, words: "The server is checking other passcodes. Wait a moment, then try again." };
		if (!(await turn))
			return { status: 401, words: "This is not the passcode. Enter the one that was set at the first start." };
		await each.delete(from);
		await all.reward("all");
		return null;
	}

	return wrong;
}

/** @param storeNow the studio's store; asked for anew each time, since one that was not used for long is closed */
export function accessTo(storeNow: () => Promise<Store>) {
	let known = { secret: "", until: 0 };
	const wrong = guessing(storeNow);

	/** What sessions are sealed with; another process may have changed it. */
	async function secretNow(): Promise<string> {
		const now = Date.now();
		if (now >= known.until)
			known = { secret: (await findAccess(await storeNow()))?.secret ?? "", until: now + SECRET_FOR_MS };
		return known.secret;
	}

	async function isIn(request: IncomingMessage): Promise<boolean> {
		const seal = cookieOf(request);
		if (seal === "") return false;
		try {
			const { in: inside } = await unsealData<{ in?: boolean }>(seal, {
				password: await secretNow(),
				ttl: SESSION_SECONDS,
			});
			return inside === true;
		} catch {
			// It was never sealed here, or every session of its time was ended.
			return false;
		}
	}

	async function letIn(response: ServerResponse, to: string): Promise<void> {
		const seal = await sealData({ in: true }, { password: await secretNow(), ttl: SESSION_SECONDS });
		response.writeHead(303, {
			location: to,
			"set-cookie": `${COOKIE}=${seal}; Path=/; HttpOnly; Secure; SameSite=Lax; Max-Age=${SESSION_SECONDS}`,
		});
		response.end();
	}

	async function enter(request: IncomingMessage, response: ServerResponse): Promise<void> {
		const form = await formOf(request);
		const told = await wrong(addressOf(request), form.get("passcode") ?? "");
		if (told) show(response, told.status, askPage(told.words));
		else await letIn(response, "/");
	}

	async function change(request: IncomingMessage, response: ServerResponse): Promise<void> {
		const form = await formOf(request);
		const told = await wrong(addressOf(request), form.get("old") ?? "");
		if (told) return show(response, told.status, minePage(told.words));
		const set = await setPasscode(await storeNow(), form.get("new") ?? "");
		if (!set.ok) return show(response, 400, minePage(set.refusals[0]?.sentence ?? "It could not be set."));
		known.until = 0;
		await letIn(response, "/passcode?changed");
	}

	async function endOthers(response: ServerResponse): Promise<void> {
		await endSessions(await storeNow());
		known.until = 0;
		await letIn(response, "/passcode?ended");
	}

	function leave(response: ServerResponse): void {
		response.writeHead(303, {
			location: "/",
			"set-cookie": `${COOKIE}=; Path=/; HttpOnly; Secure; SameSite=Lax; Max-Age=0`,
		});
		response.end();
	}

	/** What is asked for under /passcode; false where it is something else. */
	async function answer(path: string, request: IncomingMessage, response: ServerResponse): Promise<boolean> {
		const post = request.method === "POST";
		if (!/^\/passcode(\/(new|others|out))?$/.test(path)) return false;
		if (post && !isOwn(request))
			show(response, 403, askPage("This did not come from a page of this studio. Open the studio again."));
		else if (post && path === "/passcode") await enter(request, response);
		else if (!(await isIn(request))) show(response, 401, askPage(null));
		else if (!post) show(response, 200, minePage(null, new URL(request.url ?? "", "https://x").search.slice(1)));
		else if (path === "/passcode/new") await change(request, response);
		else if (path === "/passcode/others") await endOthers(response);
		else leave(response);
		return true;
	}

	return { isIn, answer };
}
