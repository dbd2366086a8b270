// npm start -- --lan: the studio over HTTPS for the phones beside this machine, behind
// its passcode. Everything but the page that asks for it is refused without it.

import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { createServer as createHttp, type IncomingMessage, type ServerResponse } from "node:http";
import { createServer as createHttps } from "node:https";
import { hostname, networkInterfaces } from "node:os";
import { dirname, join } from "node:path";
import { createInterface } from "node:readline/promises";
import { createCA, createCert } from "mkcert";
import next from "next";
import QRCode from "qrcode";
import { findAccess, isPasscode, setPasscode } from "@/store/access";
import { openStore } from "@/store/db";
import { accessTo } from "./lan/access";
import { askPage, page, show, trustPage } from "./lan/pages";

const port = Number(process.env.PORT ?? 3443);
const database = process.env.DATABASE_URL ?? "";
if (!database.startsWith("file:")) throw new Error("DATABASE_URL must name a file here");
const folder = join(dirname(database.slice("file:".length)), "tls");

const store = await openStore(database);
const renew = process.env.PEG_NEW_PASSCODE === "1";
if ((await findAccess(store)) && !renew) {
	const given = process.env.PEG_PASSCODE;
	if (given && !(await isPasscode(store, given)))
		console.log(
			"A passcode is set already, and PEG_PASSCODE names another one: it was left as it is. To change it and end every session: npm start -- --lan --new-passcode, or on a device that is in, under Records.",
		);
} else {
	const given = process.env.PEG_PASSCODE ?? (process.stdin.isTTY ? await asked() : "");
	if (given === "") {
		console.error(
			"No passcode is set, so no address but this machine's own is listened on. Set one: PEG_PASSCODE='a few words' npm start -- --lan, or start it in a terminal and it asks.",
		);
		process.exit(1);
	}
	const set = await setPasscode(store, given);
	if (!set.ok) {
		console.error(set.refusals[0]?.sentence);
		process.exit(1);
	}
	console.log("The passcode is set. It is asked for on each device once.");
}

async function asked(): Promise<string> {
	const lines = createInterface({ input: process.stdin, output: process.stdout });
	const answer = await lines.question("A passcode for the phones beside this machine, six letters or more: ");
	lines.close();
	return answer.trim();
}

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

const tls = await certificate();
const host = names[0] ?? "localhost";
const address = `https://${host}:${port}`;

const app = next({ dev: false, dir: process.cwd(), hostname: host, port });
await app.prepare();
const handle = app.getRequestHandler();

const access = await accessTo(store);

/** What a browser asks for without its cookies, and holds nothing of anybody. */
const open = /^\/(manifest\.webmanifest|icon-\d+\.png|icon\.svg|favicon\.ico)$/;
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

const server = createHttps({ cert: tls.cert, key: tls.key }, async (request, response) => {
	try {
		const path = pathOf(request);
		if (path === null) return show(response, 400, page("There is no such address", "<p>It cannot be read.</p>"));
		if (path === "/trust") return show(response, 200, await trust());
		if (path === "/authority.crt") return authority(response);
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
});

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

await new Promise<void>((resolve) => server.listen(port, resolve));
await new Promise<void>((resolve) => plain.listen(port + 1, resolve));
console.log(await QRCode.toString(address, { type: "terminal", small: true }));
console.log(
	`Peg Ladder is at ${address}\nA phone that warns of it: http://${host}:${port + 1} says how to trust this machine.\nCtrl+C stops it.`,
);
for (const signal of ["SIGINT", "SIGTERM"] as const)
	process.on(signal, () => {
		server.close();
		plain.close();
		process.exit(0);
	});
