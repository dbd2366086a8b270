import sharp from "sharp";
import { store, url } from "@/store/__tests__/smallStudio";
import { bringPicture } from "./bringPicture";

/** Pictures and clips as somebody brings them, or what calls itself one. */

beforeEach(() => {
	process.env.DATABASE_URL = url();
});

const drawn = (width: number, height: number) =>
	sharp({
		create: { width, height, channels: 3, background: "#826", noise: { type: "gaussian", mean: 128, sigma: 40 } },
	});
const kept = async () => (await store.client.execute("select hash, type from picture")).rows;
const sentence = async (bytes: Uint8Array, called: string) => {
	const said = await bringPicture(bytes, called);
	return said.ok ? "taken" : said.refusals[0]?.sentence;
};
/** A box of an MP4 file: its length, its name, what is in it. */
const box = (name: string, inside: Buffer = Buffer.alloc(0)): Buffer => {
	const head = Buffer.alloc(8);
	head.writeUInt32BE(8 + inside.length);
	head.write(name, 4, "latin1");
	return Buffer.concat([head, inside]);
};

test("a clip of 28 bytes, with a beginning and nothing after it, is none", async () => {
	const bare = box("ftyp", Buffer.from("isom\0\0\x02\0isommp41mp42"));
	expect(bare).toHaveLength(28);
	for (const bytes of [bare, Buffer.concat([bare, box("moov")]), Buffer.concat([bare, box("mdat")])])
		expect(await sentence(bytes, "video/mp4")).toMatch(/has no pictures in it. Choose another\.$/);
	expect(await kept()).toEqual([]);
});

test.each(["jpeg", "png", "webp"] as const)(
	"a %s that was cut off says that it breaks off, not what is needed",
	async (kind) => {
		const whole = await drawn(400, 300)[kind]().toBuffer();
		for (const part of [0.02, 0.3, 0.6, 0.9])
			expect(await sentence(whole.subarray(0, Math.floor(part * whole.length)), `image/${kind}`)).toBe(
				`The ${kind.toUpperCase()} is cut off or damaged. Copy it again, or choose another.`,
			);
		expect(await kept()).toEqual([]);
		expect(await sentence(whole, `image/${kind}`)).toBe("taken");
		expect(await kept()).toHaveLength(1);
	},
);

test("six large ones at once are drawn anew one after the other", async () => {
	const large = await drawn(3000, 2000).jpeg().toBuffer();
	let most = 0;
	const watch = setInterval(() => {
		const { process: atWork, queue } = sharp.counters();
		most = Math.max(most, atWork + queue);
	}, 2);
	const said = await Promise.all(Array.from({ length: 6 }, () => bringPicture(large, "image/jpeg")));
	clearInterval(watch);
	expect(said.map(({ ok }) => ok)).toEqual(Array(6).fill(true));
	expect(most).toBe(1);
	// The same six times is kept once.
	expect(await kept()).toHaveLength(1);
}, 60_000);

test("a picture of more pixels than can be drawn anew is too large, not damaged", async () => {
	const huge = await sharp({ create: { width: 12_000, height: 11_000, channels: 3, background: "#826" } })
		.png({ compressionLevel: 1 })
		.toBuffer();
	expect(await sentence(huge, "image/png")).toBe(
		"The picture is 12000 x 11000 pixels, 132 megapixels. The most is 120. Make it smaller or crop it.",
	);
	expect(await kept()).toEqual([]);
});
