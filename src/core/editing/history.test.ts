import fc from "fast-check";
import { freshFault, freshPosition, type Skill } from "@/core/skill/skill";
import { change, type History, redo, startHistory, undo } from "./history";
import { moveItem, removeItem, setAt } from "./paths";

const empty: Skill = { name: "", about: "", positions: [] };

/** One edit as the bench makes it. */
type Act = (skill: Skill, n: number) => [Skill, string];
const acts: Act[] = [
	(skill, n) => [setAt(skill, ["name"], `Skill ${n}`), "name"],
	(skill, n) => [setAt(skill, ["about"], "x".repeat(n % 7)), "about"],
	(skill, n) => [{ ...skill, positions: [...skill.positions, freshPosition(`p${n}`)] }, ""],
	(skill, n) => [{ ...skill, positions: removeItem(skill.positions, n % Math.max(1, skill.positions.length)) }, ""],
	(skill, n) =>
		skill.positions.length < 2
			? [skill, ""]
			: [{ ...skill, positions: moveItem(skill.positions, n % skill.positions.length, 0) }, ""],
	(skill, n) =>
		skill.positions.length === 0
			? [skill, ""]
			: [setAt(skill, ["positions", n % skill.positions.length, "tells", "feel"], `felt ${n}`), "feel"],
	(skill, n) =>
		skill.positions.length === 0
			? [skill, ""]
			: [setAt(skill, ["positions", 0, "faults"], [freshFault(`f${n}`, "short")]), ""],
	(skill) =>
		skill.positions.length === 0 ? [skill, ""] : [setAt(skill, ["positions", 0, "tolerance"], undefined), ""],
];
const sequence = fc.array(fc.tuple(fc.nat(acts.length - 1), fc.nat(1000), fc.integer({ min: 0, max: 4000 })), {
	maxLength: 40,
});

function play(steps: readonly [number, number, number][]) {
	let [history, at] = [startHistory(empty), 0];
	/** Every state that a step of its own began from. */
	const states = [empty];
	for (const [act, n, wait] of steps) {
		at += wait;
		const [next, what] = (acts[act] as Act)(history.now, n);
		const before = history;
		history = change(history, next, what, at);
		if (history === before) continue;
		if (history.past.length === before.past.length) states[states.length - 1] = history.now;
		else states.push(history.now);
	}
	return { history, states };
}

test("undo after any edits restores every state exactly, back to the first; redo brings each back", () => {
	fc.assert(
		fc.property(sequence, (steps) => {
			const { history, states } = play(steps);
			const written = states.map((state) => JSON.stringify(state));
			let now: History<Skill> = history;
			for (let i = states.length - 1; i >= 0; i--) {
				expect(now.now).toBe(states[i]);
				expect(JSON.stringify(now.now)).toBe(written[i]);
				now = undo(now);
			}
			expect(now.now).toBe(empty);
			for (const _ of states) now = redo(now);
			expect(now.now).toBe(history.now);
		}),
	);
});
test("letters of one field within a moment are one step; a pause, or another field, begins the next", () => {
	let history = startHistory("");
	for (const [word, what, at] of [
		["a", "name", 0],
		["ab", "name", 200],
		["abc", "name", 3000],
		["abcd", "about", 3100],
	] as const)
		history = change(history, word, what, at);
	expect(history.past).toEqual(["", "ab", "abc"]);
	expect(undo(undo(history)).now).toBe("ab");
	expect(change(undo(history), "other", "", 4000).future).toEqual([]);
	expect(undo(startHistory("x"))).toMatchObject({ now: "x", past: [] });
	expect(redo(startHistory("x"))).toMatchObject({ now: "x", future: [] });
});
test("what does not lie on the way to a change stays the very same", () => {
	const skill: Skill = { ...empty, positions: [freshPosition("a"), freshPosition("b")] };
	const next = setAt(skill, ["positions", 1, "short"], "new");
	expect(next.positions[0]).toBe(skill.positions[0]);
	expect(next.positions[1]).toEqual({ ...skill.positions[1], short: "new" });
	expect(setAt(setAt(skill, ["trigger"], "now"), ["trigger"], undefined)).toEqual(skill);
	expect(moveItem(["a", "b", "c"], 2, 0)).toEqual(["c", "a", "b"]);
});
