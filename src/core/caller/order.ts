import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { uniformInt } from "pure-rand/distribution/uniformInt";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { sum } from "@/core/statistics/sums";
import type { Beat, CallOrder } from "./settings";

/**
 * Mixed orders: which of several targets is called, one after the other. The dice come in
 * as a seed, and the same seed gives the same order, so that a run can be looked at again.
 */

interface Dice {
	/** A whole number from 0 to one under `n`. */
	below: (n: number) => number;
	/** A number from 0 to 1. */
	share: () => number;
}

function diceOf(seed: number): Dice {
	const generator = xoroshiro128plus(seed);
	return { below: (n) => uniformInt(generator, 0, n - 1), share: () => uniformFloat64(generator) };
}

function shuffled(all: readonly number[], { below }: Dice): number[] {
	const out = [...all];
	for (let i = out.length - 1; i > 0; i--) {
		const j = below(i + 1);
		[out[i], out[j]] = [out[j] as number, out[i] as number];
	}
	return out;
}

/** Every one equally often in each block: each block a shuffle, without end. */
function* blocks(count: number, times: number, dice: Dice): Generator<number> {
	const block = Array.from({ length: count * times }, (_, i) => i % count);
	for (;;) yield* shuffled(block, dice);
}

function* everyOther(fixed: number, count: number, dice: Dice): Generator<number> {
	const others = Array.from({ length: count }, (_, i) => i).filter((i) => i !== fixed);
	for (const at of blocks(others.length, 1, dice)) {
		yield fixed;
		yield others[at] as number;
	}
}

function* runs(most: number, count: number, { below }: Dice): Generator<number> {
	let now = below(count);
	for (;;) {
		for (let left = 1 + below(most); left > 0; left--) yield now;
		// Another one than the last, each as likely.
		now = (now + 1 + below(count - 1)) % count;
	}
}

function* weighted(weights: readonly number[], { share }: Dice): Generator<number> {
	const total = sum(weights);
	for (;;) {
		let at = share() * total;
		const found = weights.findIndex((weight) => {
			at -= weight;
			return at < 0;
		});
		yield Math.max(0, found);
	}
}

function* capped(most: number, count: number, { below }: Dice): Generator<number> {
	let last = -1;
	let alike = 0;
	for (;;) {
		const now = alike === most ? (last + 1 + below(count - 1)) % count : below(count);
		alike = now === last ? alike + 1 : 1;
		last = now;
		yield now;
	}
}

function* inTurn(each: number, count: number): Generator<number> {
	for (let i = 0; ; i++) yield Math.floor(i / each) % count;
}

/**
 * The order in which targets are called, without end.
 *
 * @param all what is called, two at least; names an order speaks of are among them.
 * @throws RangeError for fewer than two, or a name that is not among them.
 */
export function* callsOf(order: CallOrder, all: readonly string[], seed: number): Generator<string> {
	if (all.length < 2) throw new RangeError("callsOf: an order wants two targets at least");
	for (const at of placesOf(order, all, diceOf(seed))) yield all[at] as string;
}

function placesOf(order: CallOrder, all: readonly string[], dice: Dice): Generator<number> {
	switch (order.kind) {
		case "in turn":
			return inTurn(order.each, all.length);
		case "every other": {
			const fixed = all.indexOf(order.fixed);
			if (fixed < 0) throw new RangeError(`callsOf: "${order.fixed}" is not called`);
			return everyOther(fixed, all.length, dice);
		}
		case "runs":
			return runs(order.most, all.length, dice);
		case "shuffled":
			return blocks(all.length, order.times, dice);
		case "weighted":
			return weighted(
				all.map((name) => order.weights[name] ?? 1),
				dice,
			);
		case "capped":
			return capped(order.most, all.length, dice);
	}
}

/** The first so many calls of an order. */
export function firstCalls(order: CallOrder, all: readonly string[], seed: number, count: number): string[] {
	const calls = callsOf(order, all, seed);
	return Array.from({ length: count }, () => calls.next().value as string);
}

/** Keeps the dice of the beat apart from those of the order. */
const BEAT_DICE = 0x5eed;

/** Milliseconds from each call to the next, without end: the beat, more or less by its spread, each length as likely. */
export function* gapsOf({ every, spread }: Beat, seed: number): Generator<number> {
	const { share } = diceOf(seed ^ BEAT_DICE);
	for (;;) yield (every + spread * (2 * share() - 1)) * 1000;
}

/** The seed of one visit's calls: its own in every lesson, and the same whenever it is looked at again. */
export function seedOf(seed: number, visit: string): number {
	let mixed = seed;
	for (const letter of visit) mixed = (Math.imul(mixed, 31) + (letter.codePointAt(0) as number)) | 0;
	return mixed;
}
