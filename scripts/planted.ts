// Lists what the demo's model planted, one line for each student and skill.
import { planted } from "@demo/planted";
import { lucky } from "@demo/scenario";

if (process.argv.includes("--json")) console.log(JSON.stringify(planted(), null, 2));
else {
	for (const { student, skill, favourite, direction, cause, hears, relapses, tires, forgets } of planted())
		console.log(
			[
				`${student}, ${skill}: ${favourite} goes ${direction}, from ${cause}`,
				`hears ${hears.join(" and ")}`,
				`tires after ${tires} tries, forgets ${forgets} of a rung a day`,
				...relapses.map(({ weeksAgo, drop }) => `fell back ${drop} rungs ${weeksAgo} weeks ago`),
			].join("; "),
		);
	console.log(`${lucky.join(", ")}: rules that luck can pass; all other ladders took theirs from the finder`);
}
