import { PaintOrder } from "./paintOrder";
import { Rounds } from "./rounds";
import { WriteQueue } from "./writeQueue";

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

describe("rounds of sending", () => {
	/** Rounds that take so long each; `at` are the moments they began. */
	function bench(takes: number, pause: number | null) {
		const at: number[] = [];
		const began = Date.now();
		const rounds = new Rounds(async () => {
			at.push(Date.now() - began);
			if (takes > 0) await new Promise((resolve) => setTimeout(resolve, takes));
			return pause;
		});
		return { rounds, at, rest: (ms: number) => jest.advanceTimersByTimeAsync(ms) };
	}

	test("one at a time: however often one is asked for meanwhile, one follows", async () => {
		const { rounds, at, rest } = bench(100, null);
		rounds.ask();
		await rest(50);
		for (let i = 0; i < 5; i++) rounds.ask();
		await rest(1000);
		expect(at).toEqual([0, 100]);
	});

	test("the next comes when the round says, and earlier where somebody wants it earlier", async () => {
		const { rounds, at, rest } = bench(0, 1500);
		rounds.ask();
		await rest(3000);
		expect(at).toEqual([0, 1500, 3000]);
		// Asked again and again it is not put off.
		for (let i = 0; i < 4; i++) {
			rounds.within(500);
			await rest(200);
		}
		expect(at.slice(3)).toEqual([3500]);
	});

	test("what is wanted while a round is under way is not put off by its pause", async () => {
		const { rounds, at, rest } = bench(100, 1500);
		rounds.ask();
		rounds.within(500);
		await rest(600);
		expect(at).toEqual([0, 500]);
	});

	test("stopped, nothing begins; a whole round is one that began after it was asked for", async () => {
		const { rounds, at, rest } = bench(100, null);
		rounds.ask();
		let isDone = false;
		void rounds.whole().then(() => {
			isDone = true;
		});
		await rest(150);
		expect([isDone, at.length]).toEqual([false, 2]);
		await rest(100);
		expect(isDone).toBe(true);
		rounds.stop();
		rounds.ask();
		rounds.within(10);
		await rest(100);
		expect(at).toHaveLength(2);
		rounds.go();
		rounds.ask();
		expect(at).toHaveLength(3);
	});
});

test("what is refused stays first and is tried again; what waits for the store is stored when it opens", async () => {
	const stored: string[] = [];
	const told: string[] = [];
	let [isOpen, refusing] = [false, true];
	const queue = new WriteQueue<string, string>({
		isOpen: () => isOpen,
		store: async (one) => {
			if (refusing) throw new Error("full");
			stored.push(one);
			return one;
		},
		onStored: async (one) => {
			told.push(`${one} ${queue.isStuck ? "at last" : "at once"}`);
		},
		onRefused: (error) => told.push((error as Error).message),
		onEmpty: () => told.push("all"),
	});
	queue.add("a");
	queue.add("b");
	expect([stored, queue.isEmpty]).toEqual([[], false]);
	isOpen = true;
	void queue.drain();
	await jest.advanceTimersByTimeAsync(1000);
	refusing = false;
	await jest.advanceTimersByTimeAsync(1000);
	expect(stored).toEqual(["a", "b"]);
	expect(told).toEqual(["full", "a at last", "b at once", "all"]);
	expect(queue.isEmpty).toBe(true);
});

test("the count is told at once, the rest a frame later and once, when all is stored or it takes too long", async () => {
	let isStored = false;
	const told: string[] = [];
	globalThis.requestAnimationFrame = ((call: () => void) => setTimeout(call, 16)) as never;
	const order = new PaintOrder(() => isStored);
	order.subscribe(() => told.push("rest"));
	order.tell(true);
	expect(told).toEqual(["rest"]);
	order.subscribeFirst(() => told.push("count"));
	told.length = 0;
	order.tell(true);
	order.tell(false);
	expect(told).toEqual(["count", "count"]);
	isStored = true;
	order.catchUp();
	expect(told).toHaveLength(2);
	await jest.advanceTimersByTimeAsync(30);
	expect(told).toEqual(["count", "count", "rest"]);
	isStored = false;
	order.tell(true);
	await jest.advanceTimersByTimeAsync(60);
	expect(told.slice(3)).toEqual(["count"]);
	await jest.advanceTimersByTimeAsync(60);
	expect(told.slice(3)).toEqual(["count", "rest"]);
});
