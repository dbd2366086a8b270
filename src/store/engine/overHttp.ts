import { type IncomingMessage, Agent as PlainAgent, request as plainly } from "node:http";
import { Agent as SecureAgent, request as securely } from "node:https";

/**
 * How the libSQL client asks a server: over connections that stay open. The client would use
 * `fetch`, which takes two and a half times the processor's time for the same question (it
 * streams a body that is a short text), and a page asks thirty.
 */

const KEPT = { keepAlive: true, maxSockets: 64, noDelay: true };
const agents = { "http:": new PlainAgent(KEPT), "https:": new SecureAgent(KEPT) };

async function textOf(answer: IncomingMessage): Promise<Buffer> {
	const pieces: Buffer[] = [];
	for await (const piece of answer) pieces.push(piece as Buffer);
	return Buffer.concat(pieces);
}

/**
 * A `fetch` for the client that adds headers of ours to each request.
 *
 * @throws TypeError where no answer comes, as `fetch` does
 */
export const overHttp =
	(added: Readonly<Record<string, string>>) =>
	async (request: Request): Promise<Response> => {
		const body = Buffer.from(await request.arrayBuffer());
		const url = new URL(request.url);
		const secure = url.protocol === "https:";
		const headers = {
			...Object.fromEntries(request.headers),
			...added,
			...(body.length > 0 ? { "content-length": String(body.length) } : {}),
		};
		return new Promise((resolve, reject) => {
			const failed = (error: unknown) => reject(new TypeError("The database server does not answer", { cause: error }));
			const asked = (secure ? securely : plainly)(
				url,
				{ agent: agents[secure ? "https:" : "http:"], method: request.method, headers },
				(answer) => {
					textOf(answer).then((text) => {
						const status = answer.statusCode ?? 502;
						const type = answer.headers["content-type"];
						resolve(
							new Response(text.length > 0 ? new Uint8Array(text) : null, {
								status,
								...(type ? { headers: { "content-type": type } } : {}),
							}),
						);
					}, failed);
				},
			);
			asked.on("error", failed);
			asked.end(body);
		});
	};
