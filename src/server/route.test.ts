import { readAtMost, readJson } from "./route";

/** A body that comes in pieces for as long as somebody asks for the next one. */
function endless(piece: number) {
	const seen = { pieces: 0, cancelled: false };
	const body = new ReadableStream<Uint8Array>(
		{
			pull(controller) {
				seen.pieces += 1;
				controller.enqueue(new Uint8Array(piece).fill(32));
			},
			cancel() {
				seen.cancelled = true;
			},
		},
		{ highWaterMark: 0 },
	);
	const request = new Request("http://localhost/", { method: "POST", body, duplex: "half" } as RequestInit);
	return { request, seen };
}

test("a body that never ends is read up to its limit, and let go of there", async () => {
	const { request, seen } = endless(1000);
	expect(await readAtMost(request, 10_000)).toBeNull();
	expect(seen).toEqual({ pieces: 11, cancelled: true });
});

test("the same where JSON is waited for", async () => {
	const { request, seen } = endless(1_000_000);
	expect(await readJson(request)).toBeNull();
	expect(seen.pieces).toBeLessThan(12);
});

test("one that says that it is longer is not read at all", async () => {
	const { request, seen } = endless(1000);
	request.headers.set("content-length", "300000000");
	expect(await readAtMost(request, 10_000)).toBeNull();
	expect(seen.pieces).toBe(0);
});

test("letters that come in two pieces are letters", async () => {
	const bytes = new TextEncoder().encode('{"name":"Zoë"}');
	const body = new ReadableStream<Uint8Array>({
		start(controller) {
			for (const byte of bytes) controller.enqueue(Uint8Array.of(byte));
			controller.close();
		},
	});
	const request = new Request("http://localhost/", { method: "POST", body, duplex: "half" } as RequestInit);
	expect(await readJson(request)).toEqual({ name: "Zoë" });
});
