import { type Cue, firstCue, withFirstCue } from "./cue";

test("the cue that is offered first is written in its place; emptied it goes, and the next is first", () => {
	const cues: Cue[] = [
		{ text: "lift the elbow", kind: "on the body" },
		{ text: "paint the wall", kind: "outside" },
	];
	expect(withFirstCue([], "look far")).toEqual([{ text: "look far", kind: "outside" }]);
	expect(withFirstCue([], "")).toEqual([]);
	const said = withFirstCue(cues, "paint the sky");
	expect(said).toEqual([cues[0], { text: "paint the sky", kind: "outside" }]);
	expect(firstCue(withFirstCue(said, ""))).toEqual(cues[0]);
});
