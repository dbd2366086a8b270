"use client";

import { useCallback, useState } from "react";
import type { Outcome, Refusal } from "@/core/refusals/refusals";
import { answeredPlainly, orRefusal } from "./answered";

/**
 * What the server refused, in sentences, to stand where the press was. `ask` is for actions
 * that answer an outcome, `askPlainly` for those that answer a plain value: a request that
 * fails is a sentence for both.
 */
export function useRefusals() {
	const [refused, setRefused] = useState<Refusal[]>([]);
	const heard = useCallback(async <T>(asked: Promise<Outcome<T>>): Promise<Outcome<T>> => {
		setRefused([]);
		const outcome = await asked;
		if (!outcome.ok) setRefused(outcome.refusals);
		return outcome;
	}, []);
	const ask = useCallback(<T>(asked: Promise<Outcome<T>>) => heard(orRefusal(asked)), [heard]);
	const askPlainly = useCallback(<T>(asked: Promise<T>) => heard(answeredPlainly(asked)), [heard]);
	return { refused, setRefused, ask, askPlainly };
}
