import { Skill } from "../skill";
import threeBalls from "./threeBalls.json" with { type: "json" };
import unicycle from "./unicycle.json" with { type: "json" };

/** Two skills broken down in full, to begin from or to look at. */
export const examples = { threeBalls: Skill.parse(threeBalls), unicycle: Skill.parse(unicycle) };
