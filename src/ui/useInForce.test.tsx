/** @jest-environment jsdom */
import { act, renderHook } from "@testing-library/react";
import { useForm } from "react-hook-form";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import { useInForce, useTypedForm } from "./useInForce";

// The browser has it; this imitation of one does not.
globalThis.structuredClone ??= (value: unknown) => JSON.parse(JSON.stringify(value));

interface Doc {
	name: string;
}
type At = { id: string; rev: number };

function bench(answers: ((doc: Doc, at: At) => Promise<Outcome<At>>)[], start: At | null = { id: "d", rev: 1 }) {
	const sent: [string, number][] = [];
	const forget = jest.fn();
	const hook = renderHook(
		({ at, name }: { at: At | null; name: string }) => {
			const form = useForm<Doc, unknown, Doc>({ defaultValues: { name: "as it was" } });
			const check = (doc: Doc) => (doc.name ? { ok: true as const, value: doc } : refuse("name", "Name is missing."));
			const save = (doc: Doc, to: At) => {
				sent.push([doc.name, to.rev]);
				const answer = answers.shift() ?? (async () => ({ ok: true as const, value: { ...to, rev: to.rev + 1 } }));
				return answer(doc, to);
			};
			return { form, ...useInForce(useTypedForm(form), at, { name }, check, save, forget) };
		},
		{ initialProps: { at: start, name: "as it was" } },
	);
	const type = (name: string) =>
		act(async () => hook.result.current.form.setValue("name", name, { shouldDirty: true }));
	const rest = (ms = 800) => act(async () => jest.advanceTimersByTimeAsync(ms));
	return { ...hook, now: () => hook.result.current, sent, forget, type, rest };
}

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

test("what was typed is in force when typing rests, and not at each letter; the draft is let go of", async () => {
	const { now, type, rest, sent, forget } = bench([]);
	await type("a");
	await rest(300);
	await type("ab");
	await rest(300);
	expect(sent).toEqual([]);
	expect(now().standing).toBe("keeping");
	await rest();
	expect(sent).toEqual([["ab", 1]]);
	expect(now().standing).toBe("kept");
	expect(forget).toHaveBeenCalled();
	await type("abc");
	await rest();
	expect(sent[1]).toEqual(["abc", 2]);
});

test("what is amiss is not sent, and is said; mended, it is", async () => {
	const { now, type, rest, sent } = bench([]);
	await type("");
	await rest();
	expect(now()).toMatchObject({ standing: "amiss", amiss: [{ sentence: "Name is missing." }] });
	expect(sent).toEqual([]);
	await type("b");
	await rest();
	expect(now()).toMatchObject({ standing: "kept", amiss: [] });
	expect(sent).toEqual([["b", 1]]);
});

test("typed while an answer is awaited, it follows; without an answer it is tried again", async () => {
	let answer: (value: Outcome<At>) => void = () => {};
	const slow = () =>
		new Promise<Outcome<At>>((resolve) => {
			answer = resolve;
		});
	const { now, type, rest, sent } = bench([slow, () => Promise.reject(new Error("cut"))]);
	await type("a");
	await rest();
	await type("ab");
	await rest();
	expect(sent).toEqual([["a", 1]]);
	await act(async () => answer({ ok: true, value: { id: "d", rev: 2 } }));
	expect(now().form.getValues("name")).toBe("ab");
	expect(sent).toEqual([
		["a", 1],
		["ab", 2],
	]);
	expect(now().standing).toBe("waiting");
	await rest(3500);
	expect(sent[2]).toEqual(["ab", 2]);
	expect(now().standing).toBe("kept");
});

test("changed elsewhere: nothing is overwritten, what is typed stays, and a newer one is taken over where nothing is typed", async () => {
	const elsewhere = async () => refuse("rev", "This was changed elsewhere.");
	const { now, type, rest, sent, rerender } = bench([elsewhere]);
	rerender({ at: { id: "d", rev: 4 }, name: "theirs" });
	expect(now().form.getValues("name")).toBe("theirs");
	await type("mine");
	await rest();
	expect(sent).toEqual([["mine", 4]]);
	expect(now()).toMatchObject({ standing: "elsewhere", amiss: [{ sentence: "This was changed elsewhere." }] });
	rerender({ at: { id: "d", rev: 5 }, name: "theirs again" });
	expect(now().form.getValues("name")).toBe("mine");
});

test("left before it rested, it is sent all the same; what is not made yet is never sent", async () => {
	const one = bench([]);
	await one.type("last words");
	one.unmount();
	expect(one.sent).toEqual([["last words", 1]]);
	const fresh = bench([], null);
	await fresh.type("a");
	await fresh.rest();
	fresh.unmount();
	expect(fresh.sent).toEqual([]);
});

test("a draft that an earlier visit left is put in force at once, and not called kept before", async () => {
	const sent: string[] = [];
	let answer: (value: Outcome<At>) => void = () => {};
	const { result } = renderHook(() => {
		const form = useForm<Doc, unknown, Doc>({ defaultValues: { name: "as it was" }, values: { name: "left here" } });
		const save = (doc: Doc) => {
			sent.push(doc.name);
			return new Promise<Outcome<At>>((resolve) => {
				answer = resolve;
			});
		};
		const check = (doc: Doc) => ({ ok: true as const, value: doc });
		return useInForce(useTypedForm(form), { id: "d", rev: 1 }, { name: "as it was" }, check, save, () => {});
	});
	expect(sent).toEqual(["left here"]);
	expect(result.current.standing).toBe("keeping");
	await act(async () => answer({ ok: true, value: { id: "d", rev: 2 } }));
	expect(result.current.standing).toBe("kept");
});
