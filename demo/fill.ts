import type { Store } from "@/store/db";
import { pushEvents } from "@/store/events";
import { addLadder } from "@/store/ladders";
import { saveSkill } from "@/store/skills";
import { saveStudent } from "@/store/students";
import { newStudio } from "@/store/studio";
import { demoLog } from "./lessons";
import { ladders, skills, students } from "./scenario";

/**
 * Empties the database and fills it with the demo studio: documents as a coach would
 * save them, everything that happened as events through the same door a phone uses.
 */
export async function fillDemo(store: Store, today: string): Promise<{ events: number }> {
	await store.write((tx) => newStudio(tx, true));
	const sure = <T>(outcome: { ok: true; value: T } | { ok: false; refusals: { sentence: string }[] }): T => {
		if (!outcome.ok) throw new Error(`the demo was refused: ${outcome.refusals.map((r) => r.sentence).join(" ")}`);
		return outcome.value;
	};
	for (const { id, student } of students) sure(await saveStudent(store, student, null, id));
	for (const [id, skill] of Object.entries(skills)) sure(await saveSkill(store, skill, null, id));
	for (const { id, student, skill, ladder } of ladders) sure(await addLadder(store, student, skill, ladder, id));
	const events = demoLog(today);
	for (let i = 0; i < events.length; i += 500) {
		const { setAside } = await pushEvents(store, "demo-phone", events.slice(i, i + 500));
		if (setAside.length > 0) throw new Error(`the demo was set aside: ${setAside[0]?.reason}`);
	}
	return { events: events.length };
}
