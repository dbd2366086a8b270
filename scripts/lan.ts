// npm start -- --lan: the studio over HTTPS for the phones beside this machine, behind
// its passcode. Everything but the page that asks for it is refused without it.

import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { createServer as createHttp, type IncomingMessage, type RequestListener, type ServerResponse } from "node:http";
import { createServer as createHttps } from "node:https";
import { hostname, networkInterfaces } from "node:os";
import { dirname, join } from "node:path";
import { createCA, createCert } from "mkcert";
import next from "next";
import QRCode from "qrcode";
import { filesOf } from "@/server/workFiles";
import { askPage, page, show, trustPage } from "./lan/pages";
import { firstPasscode } from "./lan/passcode";
import { wallsOf } from "./lan/walls";

const port = Number(process.env.PORT ?? 3443);
const several = process.env.PEG_STUDIOS;
/** A proxy before this one speaks TLS with the phones. */
const plainly = process.env.PEG_PLAIN === "1";
const folder = join(several ? dirname(several) : filesOf(process.env.DATABASE_URL ?? ""), "tls");
if (!several) await firstPasscode();

const addresses = Object.values(networkInterfaces()).flatMap((list) =>
	(list ?? []).flatMap((one) => (one.family === "IPv4" && !one.internal ? [one.address] : [])),
);
const names = [
	...new Set([
		...(process.env.PEG_HOST ? [process.env.PEG_HOST] : []),
		...[`${hostname().replace(/\.local$/, "")}.local`, ...addresses, "localhost", "127.0.0.1"],
	]),
];

/** The coach's own certificate, or one from an authority made here, once; its key never leaves this folder. */
async function certificate(): Promise<{ cert: string; key: string; ca: string | null }> {
	const { TLS_CERT, TLS_KEY } = process.env;
	if (TLS_CERT && TLS_KEY)
		return { cert: readFileSync(TLS_CERT, "utf8"), key: readFileSync(TLS_KEY, "utf8"), ca: null };
	mkdirSync(folder, { recursive: true, mode: 0o700 });
	const at = { cert: join(folder, "authority.crt"), key: join(folder, "authority.key") };
	if (!existsSync(at.cert)) {
		const made = await createCA({
			organization: "Peg Ladder on this machine",
			countryCode: "ZZ",
			state: "-",
			locality: "-",
			validity: 3650,
		});
		writeFileSync(at.cert, made.cert);
		writeFileSync(at.key, made.key, { mode: 0o600 });
	}
	const ca = { cert: readFileSync(at.cert, "utf8"), key: readFileSync(at.key, "utf8") };
	// Phones take no certificate that is good for much longer than a year.
	const made = await createCert({ ca, domains: names, validity: 365 });
	return { cert: `${made.cert}\n${ca.cert}`, key: made.key, ca: ca.cert };
}

const tls = plainly ? { cert: "", key: "", ca: null } : await certificate();
const host = names[0] ?? "localhost";
const address = `https://${host}:${port}`;

const app = next({ dev: false, dir: process.cwd(), hostname: host, port });
await app.prepare();
const handle = app.getRequestHandler();

const wallBefore = wallsOf();

/** What a browser asks for without its cookies, and holds nothing of anybody. */
const open = /^\/(manifest\.webmanifest|icon-\d+\.png|icon\.svg|favicon\.ico|left\.js)$/;
/** A calendar that subscribes has no passcode: its address is the secret, and is asked for by its own route. */
const feed = /^\/api\/calendar\/[\w-]{43}(\.ics)?$/;

/** Nor has a student: their page's address is the secret, and opens that page alone. */
const practice = /^\/p\/([\w-]{43}(\/acts|\/picture\/[0-9a-f]{64})?|(practice|sw)\.(js|css))$/;

/** What is asked for; null where it is no path at all. */
function pathOf({ url = "/" }: IncomingMessage): string | null {
	// Two slashes at its beginning would name another host.
	if (!/^\/(?!\/)/.test(url)) return null;
	try {
		return new URL(url, address).pathname;
	} catch {
		return null;
	}
}

const listener: RequestListener = async (request, response) => {
	try {
		const path = pathOf(request);
		if (path === null) return show(response, 400, page("There is no such address", "<p>It cannot be read.</p>"));
		if (path === "/trust") return show(response, 200, await trust());
		if (path === "/authority.crt") return authority(response);
		const access = wallBefore(request);
		if (access === null) return show(response, 404, page("There is no studio here", "<p>Look at the address.</p>"));
		if (await access.answer(path, request, response)) return;
		if ([open, feed, practice].some((known) => known.test(path)) || (await access.isIn(request)))
			return await handle(request, response);
		if (request.headers.accept?.includes("text/html")) return show(response, 401, askPage(null));
		response.writeHead(401, { "content-type": "application/json" });
		response.end(
			'{"refusals":[{"path":"passcode","sentence":"The passcode is wanted first; open the address and give it."}]}',
		);
	} catch (error) {
		console.error(error);
		if (!response.headersSent) show(response, 500, page("Something failed here", "<p>Look at the terminal.</p>"));
	}
};
const server = plainly ? createHttp(listener) : createHttps({ cert: tls.cert, key: tls.key }, listener);

// Nothing here speaks another protocol: whoever asks for one is told so, and not left hanging.
server.on("upgrade", (_request, socket) => {
	socket.end("HTTP/1.1 426 Upgrade Required\r\nConnection: close\r\nContent-Length: 0\r\n\r\n");
});

const trust = async () =>
	trustPage(address, await QRCode.toString(address, { type: "svg", margin: 1 }), tls.ca !== null);
function authority(response: ServerResponse): void {
	if (!tls.ca) {
		show(response, 404, page("There is no authority here", "<p>The coach's own certificate is used.</p>"));
		return;
	}
	response.writeHead(200, {
		"content-type": "application/x-x509-ca-cert",
		"content-disposition": 'attachment; filename="peg-ladder-authority.crt"',
	});
	response.end(tls.ca);
}

// A phone that does not trust the authority yet is told how, without encryption: nothing else is here.
const plain = createHttp(async (request, response) => {
	if (request.url === "/authority.crt") return authority(response);
	show(response, 200, await trust());
});

// A proxy is on this machine, or in front of a network of its own: nobody else is to come past it.
await new Promise<void>((resolve) =>
	plainly ? server.listen(port, "127.0.0.1", resolve) : server.listen(port, resolve),
);
if (plainly) console.log(`Peg Ladder is at http://127.0.0.1:${port}, for a proxy that speaks TLS.\nCtrl+C stops it.`);
else await tellPhones();

async function tellPhones(): Promise<void> {
	await new Promise<void>((resolve) => plain.listen(port + 1, resolve));
	console.log(await QRCode.toString(address, { type: "terminal", small: true }));
	console.log(
		`Peg Ladder is at ${address}\nIf a phone warns you, open http://${host}:${port + 1} on it. That page says how to trust this machine.\nCtrl+C stops it.`,
	);
}
for (const signal of ["SIGINT", "SIGTERM"] as const)
	process.on(signal, () => {
		server.close();
		plain.close();
		process.exit(0);
	});
