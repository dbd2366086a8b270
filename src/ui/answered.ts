import { type Outcome, refuse } from "@/core/refusals/refusals";

export const NO_ANSWER = "The server does not answer. Nothing was changed. Try again later.";

/**
 * What the server says to an action, or that it says nothing: a request that fails is a
 * sentence where the press was, like every other refusal.
 */
export const orRefusal = <T>(asked: Promise<Outcome<T>>): Promise<Outcome<T>> =>
	asked.catch(() => refuse("", NO_ANSWER));

/** The same for actions that have nothing to answer but that they are done, or a plain value. */
export const answeredPlainly = <T>(asked: Promise<T>): Promise<Outcome<T>> =>
	orRefusal(asked.then((value) => ({ ok: true as const, value })));
