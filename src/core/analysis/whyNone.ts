import { type Outcome, refuse } from "@/core/refusals/refusals";
import type { Finding, Progress } from "./finding";
import { keeps } from "./keeps";
import { plainRules } from "./plainRules";
import { games, idleShare, MOST_GOOD, MOST_OFF } from "./pointsGames";
import type { Ask } from "./wald";

/** Whether any rule keeps both risks: the first that does ends the search. */
function* canKeep(ask: Ask): Generator<Progress, boolean> {
	const search = games(ask, MOST_GOOD, MOST_OFF, 1);
	let step = search.next();
	for (; !step.done; step = search.next()) yield { done: 0.99, first: null };
	if (step.value.length > 0) return true;
	for (const rule of plainRules(ask)) {
		if (keeps(rule, ask)) return true;
		yield { done: 0.99, first: null };
	}
	return false;
}

/** Beyond this nobody tries in a lesson, and looking further takes too long. */
const LOOK_TO = 150;

/** Which input is in the way, and the nearest that would do. */
export function* whyNone(ask: Ask): Generator<Progress, Outcome<Finding>> {
	// Twice as many until it can be done, then the fewest between: a longer limit never makes it harder.
	let low = ask.limit;
	let high = low;
	let can = false;
	while (!can && high < LOOK_TO) {
		low = high;
		high = Math.min(LOOK_TO, Math.ceil(high * 1.6) + 1);
		can = yield* canKeep({ ...ask, limit: high });
	}
	if (can) {
		while (high - low > 1) {
			const middle = (low + high) >> 1;
			if (yield* canKeep({ ...ask, limit: middle })) high = middle;
			else low = middle;
		}
		return refuse(
			"limit",
			`A limit of ${ask.limit} is too low to tell ${ask.notReady} from ${ask.ready} at these risks. About ${high} tries are enough.`,
		);
	}
	const idle = idleShare(ask);
	for (let risk = Math.ceil(Math.max(ask.riskPass, ask.riskHold) * 20 + 1) / 20; risk < 0.5; risk += 0.05)
		if (yield* canKeep({ ...ask, riskPass: risk, riskHold: risk }))
			return refuse(
				"riskPass",
				`The two risks are too small for rates this close. About ${Math.round(risk * 100)} in 100 each is possible.`,
			);
	return refuse(
		"ready",
		`Ready (${ask.ready}) and not ready (${ask.notReady}) are too close to tell apart. Choose values further apart.${
			idle > 0 ? " On this rung many tries that are not good cost nothing in a points game." : ""
		}`,
	);
}
