import { Phone } from "@/core/__tests__/phone";
import { takeBack } from "@/core/acts/acts";
import { live, onLadder, store } from "./__tests__/smallStudio";
import { pushEvents } from "./events";
import { railedLadders } from "./ladders";
import { catchUp } from "./projection";
import { openParked, openPromises, searchSaid } from "./said";
import { findSkill } from "./skills";

describe("projections", () => {
	const dump = async () => {
		const tables = ["lesson_digest", "lesson_work", "ladder_digest", "student_digest", "said", "link"];
		const rows: unknown[] = [];
		for (const table of tables) {
			const { rows: found } = await store.client
				.execute(`select * from ${table} order by 1, 2, 3`)
				.catch(() => store.client.execute(`select * from ${table} order by 1, 2`));
			rows.push(found.map(({ up_to: _, ...row }) => ({ table, ...row })));
		}
		return rows;
	};

	test("thrown away and made again, they are the same: whatever the order of arrival", async () => {
		const phones = ["a", "b", "c"].map((device, i) =>
			new Phone(device, `lesson-${i % 2}`).begin(
				{ ...onLadder, ...(i === 2 ? { id: "zoes", student: "zoe" } : {}) },
				"r1",
			),
		);
		for (let round = 0; round < 6; round++)
			for (const phone of phones) {
				phone.row(["gg", "m1", "gcg", "nt", "ggg", "1"][round] ?? "g");
				if (round === 2)
					phone.write([{ kind: "parked", student: "student", body: { text: `Parked by ${phone.device}` } }]);
				if (round === 3) phone.write([{ kind: "promise", student: "student", body: { text: "P", due: "2026-04-01" } }]);
				if (round === 4) phone.undo();
				if (round === 5) phone.write(takeBack([phone.events[2]?.id ?? ""]));
				await pushEvents(store, phone.device, phone.events);
				await catchUp(store);
			}
		const [promise] = await openPromises(store);
		const closing = new Phone("d");
		closing.write([{ kind: "promise.kept", student: "student", body: { promise: promise?.id ?? "" } }]);
		await pushEvents(store, "d", closing.events);
		await catchUp(store);
		const grown = await dump();
		await store.client.execute("delete from projection");
		for (const table of ["lesson_digest", "lesson_work", "ladder_digest", "student_digest", "said", "link"])
			await store.client.execute(`delete from ${table}`);
		await catchUp(store);
		expect(await dump()).toEqual(grown);
		expect(await openPromises(store)).toHaveLength(2);
		expect((await openParked(store)).map((one) => one.text)).toHaveLength(3);
	});

	test("an act that closes something, taken back, opens it again", async () => {
		await live();
		const [promise] = await openPromises(store);
		expect(promise).toMatchObject({ text: "Bring the long tape", due: "2026-03-10" });
		const other = new Phone("other");
		other.write([{ kind: "promise.kept", student: "student", body: { promise: promise?.id ?? "" } }]);
		await pushEvents(store, "other", other.events);
		await catchUp(store);
		expect(await openPromises(store)).toEqual([]);
		other.write(takeBack([other.events[0]?.id ?? ""]));
		await pushEvents(store, "other", other.events);
		await catchUp(store);
		expect(await openPromises(store)).toEqual([promise]);
	});

	test("everything said is found, whatever its case and accents; the wild cards of the search are words", async () => {
		await live();
		expect((await searchSaid(store, ["surely", "better"], 5)).map((one) => one.kind)).toEqual(["remark"]);
		expect((await searchSaid(store, ["chin"], 5)).map((one) => one.text)).toEqual(["Chin up"]);
		expect(await searchSaid(store, ["%"], 5)).toEqual([]);
		expect(await searchSaid(store, ["_"], 5)).toEqual([]);
	});

	test("a rail read from them is the rail", async () => {
		const phone = new Phone().begin(onLadder, "r1").row("ggg").follow(onLadder);
		await pushEvents(store, "phone", phone.events);
		await catchUp(store);
		const [row] = await railedLadders(store, { ids: ["ladder"] });
		expect([row?.rail.peg, row?.rail.holes[0]?.state, row?.last?.rung]).toEqual(["r2", "passed", "With help"]);
		expect(await findSkill(store, "skill")).not.toBeNull();
	});
});
