import { ladderWith, Phone } from "@/core/__tests__/phone";
import { groupTry } from "@/core/commands/group";
import type { Pack, PackLadder } from "@/core/pack/pack";
import { judge, type Rule, ruleKinds } from "@/core/rules";
import { boardOf, countOf } from "./board";
import { nearest, orderTiles, type Tile, tileOf } from "./tile";

const packOf = (...ladders: PackLadder[]): Pack =>
	({
		ladders,
		students: ladders.map(({ student }) => ({ id: student, student: { name: student } })),
	}) as unknown as Pack;

const rules = ruleKinds.map((kind) => kind.fresh as Rule);

test.each(rules.map((rule) => [rule.kind, rule] as const))(
	"%s: a tile counts what the big number counts, in the rule's own words",
	(_, rule) => {
		const ladder = ladderWith({ rule });
		const pack = packOf(ladder);
		for (const marks of ["", "g", "xxgx", "ggggggggggg", "gxxxxxxxx"]) {
			const phone = new Phone().begin(ladder).row(marks);
			const view = phone.view();
			const tile = tileOf(view, pack, ladder);
			const board = boardOf(view, pack);
			const progress = board?.visit.judgements.own.progress;
			expect(tile.count).toEqual({
				value: countOf(view).value,
				words: progress?.words,
				target: progress?.target,
			});
			expect(tile.met).toBe(board?.visit.judgements.own.met);
			expect(tile.needs).toBe(board?.visit.judgements.own.needs);
		}
	},
);

test("misses are not told as goods: seven of seven missed read 0, and the dose says 7", () => {
	const ladder = ladderWith({ rule: { kind: "rolling", k: 7, n: 10 }, triesPerSet: 9 });
	const tile = tileOf(new Phone().begin(ladder).row("xxxxxxx").view(), packOf(ladder), ladder);
	expect(tile).toMatchObject({ count: { value: "0", target: 7 }, dose: { done: 7, of: 9 }, last: false });
});

test("before a first try a tile says what the rule wants; the count goes on from round to round", () => {
	const ladder = ladderWith({ rule: { kind: "rolling", k: 3, n: 4 }, triesPerSet: 2 });
	const pack = packOf(ladder);
	const phone = new Phone();
	const tile = () => tileOf(phone.view(), pack, ladder);
	expect(tile()).toMatchObject({
		set: null,
		last: null,
		lastAt: -1,
		count: { value: "0", target: 3 },
		needs: judge(ladder.rungs[0]?.settings.rule as Rule, [], 99).needs,
	});
	const good = { result: "hit", off: [], judged: true };
	for (let i = 0; i < 2; i++) phone.write(groupTry(phone.newId, phone.view(), [ladder], ladder, good));
	// The round is over, and two were good all the same.
	expect(tile()).toMatchObject({ set: null, count: { value: "2", target: 3 }, needs: 1, dose: { done: 0, of: 2 } });
	phone.write(groupTry(phone.newId, phone.view(), [ladder], ladder, good));
	expect(tile()).toMatchObject({ met: true, needs: 0, wants: "step up" });
});

test("pain comes before all else, then what is to be checked; an advised cue calls the coach", () => {
	const ladder = ladderWith({ care: ["mat"] });
	const pack = packOf(ladder);
	expect(tileOf(new Phone().view(), pack, ladder).first).toEqual({ care: ["mat"] });
	const free = ladderWith();
	const phone = new Phone().begin(free).row("aaa");
	expect(tileOf(phone.view(), packOf(free), free)).toMatchObject({ first: null, wants: "cue" });
	phone.write([{ kind: "pain", set: phone.set().id, body: { part: "wrist", note: "" } }]);
	expect(tileOf(phone.view(), packOf(free), free).first).toEqual({ pain: "wrist" });
});

const tile = (change: Partial<Tile>): Tile =>
	({ who: "", what: "", met: false, needs: 3, last: true, lastAt: 0, ...change }) as Tile;

test("nearest is the fewest tries that would meet the rule, of those who have tried and can", () => {
	const all = [tile({ needs: 4 }), tile({ needs: 2 }), tile({ needs: 1, last: null }), tile({ needs: 0, met: true })];
	expect(nearest(all)).toBe(all[1]);
	expect(nearest([tile({ needs: null })])).toBeNull();
	expect(nearest([])).toBeNull();
});

test("by name, or whoever has waited longest first; else as they come", () => {
	const all = [tile({ who: "Cy", lastAt: 9 }), tile({ who: "Ann", lastAt: 12 }), tile({ who: "Bo", lastAt: -1 })];
	const names = (order: Parameters<typeof orderTiles>[1]) => orderTiles(all, order).map(({ who }) => who);
	expect(names("partners")).toEqual(["Cy", "Ann", "Bo"]);
	expect(names("name")).toEqual(["Ann", "Bo", "Cy"]);
	expect(names("longest wait")).toEqual(["Bo", "Cy", "Ann"]);
});

test("of two ladders of one student at hand, no two read the same, and the side is never what is cut off", () => {
	const own = (id: string, change: Partial<PackLadder>): PackLadder => ({ ...ladderWith(), id, ...change });
	const ladders = [
		own("l", { skill: "hoop", side: "left" }),
		own("r", { skill: "hoop", side: "right" }),
		own("b", { skill: "balls", side: "none" }),
	];
	const pack = packOf(...ladders);
	const words = (...ids: string[]) =>
		ids.map((id) => {
			const { who, what, isOneOfSeveral } = tileOf(
				new Phone().view(),
				pack,
				ladders.find((one) => one.id === id) as PackLadder,
				ids,
			);
			return [who, isOneOfSeveral ? what : ""].filter(Boolean).join(" ");
		});
	const [name] = words("b");
	expect(words("l", "r")).toEqual([`${name} left`, `${name} right`]);
	expect(words("l", "r", "b")).toEqual([`${name} left · hoop`, `${name} right · hoop`, `${name} balls`]);
});
