import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { setAt } from "@/core/editing/paths";
import { freshCause, freshFault, freshPosition, type Skill } from "@/core/skill/skill";
import { check, emptyStudio, store, take, workbook } from "./__tests__/smallStudio";
import { homes } from "./bulk/tables";
import { findLadder, saveLadder, takeNewSkill } from "./ladders";
import { findPicture, keepPicture } from "./pictures";
import {
	causesOf,
	findDraft,
	findSkill,
	keepSkill,
	listBegun,
	reviseSkill,
	revisionsOf,
	saveSkill,
	type WritingAt,
} from "./skills";

/** Writing a skill: kept at each rest, in force at once or by a dated revision, never halfway. */

const position = (id: string) => ({ ...freshPosition(id), name: `Name ${id}`, short: id });
const fresh: Skill = { name: "New", about: "", positions: [position("a"), position("b")] };
const none: WritingAt = { rev: 0, draft: 0 };

const keep = async (id: string, at: WritingAt, typed: unknown) => {
	const kept = await keepSkill(store, id, at, typed);
	if (!kept.ok) throw new Error(kept.refusals[0]?.sentence);
	return kept.value;
};
const inForce = async (id = "skill") =>
	(await findSkill(store, id)) as NonNullable<Awaited<ReturnType<typeof findSkill>>>;

describe("a skill nobody follows yet", () => {
	test("waits as a draft until it can be read, then holds at once, and leaves no versions behind", async () => {
		const begun = await keep("new", none, { ...fresh, name: "" });
		expect(begun).toMatchObject({ at: { rev: 0, draft: 1 }, inForce: false, refusals: [{ path: "name" }] });
		expect((await listBegun(store)).map((one) => one.id)).toEqual(["new"]);
		let { at } = await keep("new", begun.at, fresh);
		expect(at).toEqual({ rev: 1, draft: 0 });
		expect(await listBegun(store)).toEqual([]);
		for (const about of ["a", "ab", "abc"]) ({ at } = await keep("new", at, { ...fresh, about }));
		expect((await inForce("new")).skill.about).toBe("abc");
		const { rows } = await store.client.execute(`select count(*) as n from ${homes.skillVersions.table}`);
		// The one that the small studio's ladders follow, and this one.
		expect(rows[0]?.n).toBe(2);
	});
	test("two windows do not write over each other", async () => {
		const { at } = await keep("new", none, fresh);
		await keep("new", at, { ...fresh, about: "first window" });
		expect(await keepSkill(store, "new", at, { ...fresh, about: "second window" })).toMatchObject({
			ok: false,
			refusals: [{ path: "rev" }],
		});
		expect((await inForce("new")).skill.about).toBe("first window");
	});
});

test("one window's own words, sent and never answered, are not taken for another's", async () => {
	const { at } = await keep("new", none, fresh);
	const lost = { ...fresh, about: "sent " };
	await keep("new", at, lost);
	const next = { ...fresh, about: "sent, and more" };
	expect((await keepSkill(store, "new", at, { ...fresh, about: "other" })) as unknown).toMatchObject({
		ok: false,
		refusals: [{ sentence: expect.stringContaining("was changed elsewhere") }],
	});
	const again = await keep("new", at, lost);
	expect(await keepSkill(store, "new", again.at, next)).toMatchObject({ ok: true, value: { inForce: true } });
	expect((await inForce("new")).skill.about).toBe("sent, and more");
});

test("while no rung watches a position, what is written holds at once, for the ladders as well", async () => {
	const ladder = await findLadder(store, "ladder");
	if (!ladder) throw new Error("no ladder");
	const blind = ladder.ladder.rungs.map((rung) => ({
		...rung,
		settings: { ...rung.settings, watch: [], gate: "result" as const },
	}));
	for (const id of ["ladder", "zoes"])
		expect((await saveLadder(store, { ...ladder.ladder, rungs: blind }, { id, rev: 1 })).ok).toBe(true);
	const { skill, rev } = await inForce();
	const kept = await keep("skill", { rev, draft: 0 }, { ...skill, about: "broken down for the first time" });
	expect(kept).toMatchObject({ inForce: true });
	expect((await findLadder(store, "ladder"))?.followed.about).toBe("broken down for the first time");
	expect((await findLadder(store, "ladder"))?.outdated).toBe(false);
});

describe("a skill in use", () => {
	test("keeps what is typed beside what holds, until it is made a revision, dated and with its reason", async () => {
		const before = await inForce();
		const typed = { ...before.skill, about: "revised" };
		const { at, inForce: holds } = await keep("skill", { rev: 1, draft: 0 }, typed);
		expect(holds).toBe(false);
		expect((await inForce()).skill.about).toBe("");
		expect(await reviseSkill(store, "skill", { rev: 1, draft: 7 }, "")).toMatchObject({
			ok: false,
			refusals: [{ sentence: expect.stringContaining("was changed elsewhere") }],
		});
		expect(await reviseSkill(store, "skill", at, "as the judges want it")).toMatchObject({
			ok: true,
			value: { rev: 2 },
		});
		expect((await inForce()).skill.about).toBe("revised");
		expect(await findDraft(store, "skill")).toBeNull();
		expect(await revisionsOf(store, "skill")).toMatchObject([{ remark: "as the judges want it" }]);
		expect((await findLadder(store, "ladder"))?.followed).toEqual(before.skill);
	});
	test("typed back to what it was, there is nothing to revise", async () => {
		const { skill } = await inForce();
		const { at } = await keep("skill", { rev: 1, draft: 0 }, { ...skill, about: "x" });
		expect(await keep("skill", at, skill)).toMatchObject({ at: { rev: 1, draft: 0 }, inForce: true });
		expect(await findDraft(store, "skill")).toBeNull();
		expect(await reviseSkill(store, "skill", { rev: 1, draft: 0 }, "")).toMatchObject({
			ok: false,
			refusals: [{ sentence: expect.stringContaining("No changes since") }],
		});
	});
	test("a draft that cannot be read is no revision, in a sentence, and stays", async () => {
		const { skill } = await inForce();
		const { at, refusals } = await keep("skill", { rev: 1, draft: 0 }, setAt(skill, ["positions", 0, "short"], ""));
		expect(refusals).toMatchObject([{ path: "positions.0.short" }]);
		expect(await reviseSkill(store, "skill", at, "")).toMatchObject({
			ok: false,
			refusals: [{ sentence: expect.stringContaining("short") }],
		});
		expect(await findDraft(store, "skill")).not.toBeNull();
	});
	test("a ladder under an old revision is the same to the byte, whatever is done to the skill", async () => {
		const bytes = async () =>
			JSON.stringify([
				await findLadder(store, "ladder").then((row) => row && { ...row, outdated: null }),
				(await store.client.execute("select body, skill_version, version, rev from ladder where id = 'ladder'")).rows,
			]);
		const was = await bytes();
		let at: WritingAt = { rev: 1, draft: 0 };
		await fc.assert(
			fc.asyncProperty(fc.nat(5), fc.string({ maxLength: 8 }), fc.boolean(), async (which, words, revise) => {
				const now = (await findDraft(store, "skill"))?.typed ?? (await inForce()).skill;
				const skill = now as Skill;
				const change: Skill[] = [
					setAt(skill, ["about"], words),
					setAt(skill, ["positions"], [...skill.positions].reverse()),
					{ ...skill, positions: skill.positions.slice(1) },
					{ ...skill, positions: [...skill.positions, position(`p${skill.positions.length}${words.length}`)] },
					setAt(skill, ["positions", 0, "tells", "feel"], words),
					setAt(skill, ["stages"], [{ id: "s", name: "first" }]),
				];
				({ at } = await keep("skill", at, change[which]));
				const made = revise && at.draft > 0 ? await reviseSkill(store, "skill", at, words) : null;
				if (made?.ok) at = { rev: made.value.rev, draft: 0 };
				expect(await bytes()).toBe(was);
			}),
			{ numRuns: cases(40) },
		);
	});
	test("a revision is taken over as it was looked at, whole, or not at all", async () => {
		const { skill, version: first } = await inForce();
		await saveSkill(store, { ...skill, about: "second" }, { id: "skill", rev: 1 });
		const seen = (await inForce()).version;
		await saveSkill(store, { ...skill, about: "third" }, { id: "skill", rev: 2 });
		expect(await takeNewSkill(store, { id: "ladder", rev: 1 }, seen)).toMatchObject({
			ok: false,
			refusals: [{ path: "version" }],
		});
		expect((await findLadder(store, "ladder"))?.skillVersion).toBe(first);
		expect((await takeNewSkill(store, { id: "ladder", rev: 1 }, (await inForce()).version)).ok).toBe(true);
		expect((await findLadder(store, "ladder"))?.followed.about).toBe("third");
		expect((await findLadder(store, "zoes"))?.followed.about).toBe("");
	});
});

test("circles through other skills are refused where they are closed, and nothing is put in force", async () => {
	const blame = (skill: string) => ({
		...fresh,
		positions: [
			{
				...position("a"),
				faults: [{ ...freshFault("f", "short"), causes: [{ ...freshCause("c"), kind: "skill" as const, skill }] }],
			},
		],
	});
	await keep("one", none, { ...blame("two"), name: "One" });
	const { inForce: holds, refusals } = await keep("two", none, { ...blame("one"), name: "Two" });
	expect(holds).toBe(false);
	expect(refusals[0]?.sentence).toContain("in a circle");
	expect(await findSkill(store, "two")).toBeNull();
	await keep("three", none, { ...fresh, name: "Three", prerequisites: ["four"] });
	expect(
		(await keep("four", none, { ...fresh, name: "Four", prerequisites: ["three"] })).refusals[0]?.sentence,
	).toContain('"Three"');
});

test("pictures and revisions go out with their skill and come in again, bytes and all; a changed byte is refused", async () => {
	const hash = await keepPicture(store, Uint8Array.from([1, 2, 3]), "image/webp");
	await keepPicture(store, Uint8Array.from([4]), "image/webp");
	const { skill } = await inForce();
	const shown = setAt(skill, ["positions", 0, "right"], { hash, clip: false, consent: "no person in it" });
	const { at } = await keep("skill", { rev: 1, draft: 0 }, shown);
	await reviseSkill(store, "skill", at, "with a picture");
	const text = await workbook("skill", "skill");
	const book = JSON.parse(text);
	expect([book.pictures.length, book.skillRevisions.length]).toEqual([1, 1]);
	const { address, other } = await emptyStudio();
	const preview = await check(text, address);
	expect(preview.refusals).toEqual([]);
	await take(preview.staging, { mode: "merge" }, address);
	expect([...((await findPicture(other, hash))?.bytes ?? [])]).toEqual([1, 2, 3]);
	expect(await revisionsOf(other, "skill")).toMatchObject([{ remark: "with a picture" }]);
	expect(await workbook("skill", "skill", other)).toBe(text);
	other.close();
	book.pictures[0].body = "AQID".replace("D", "E");
	expect((await check(JSON.stringify(book))).refusals[0]?.sentence).toContain("does not fit the picture");
});

test("a cause that was looked into has its words, or what kind it is; one that is gone has none", async () => {
	const cause = (id: string, words: string) => ({ ...freshCause(id), kind: "state" as const, words });
	const fault = { ...freshFault("fault", "short"), causes: [cause("tired", "Too tired for it"), cause("bare", "")] };
	const positions = [{ ...position("a"), faults: [fault] }, position("b")];
	await saveSkill(store, { ...fresh, positions }, null, "caused");
	expect(await causesOf(store, ["caused", "never there"])).toEqual({
		tired: "Too tired for it",
		bare: "a state of mind",
	});
	expect(await causesOf(store, [])).toEqual({});
});
