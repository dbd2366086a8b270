import * as z from "zod/mini";
import { complainIn } from "@/core/refusals/complain";
import { day, ident, label } from "@/core/text/fields";

export const occasionKinds = ["show", "term", "other date"] as const;

/** A date that is no lesson: a show, a term, with those it is for. Nobody named is everybody. */
export const Occasion = z
	.object({
		name: label(80),
		kind: z.enum(occasionKinds),
		day,
		/** Its last day; null where it is one day. */
		until: z.nullable(day),
		students: z.array(ident).check(z.maxLength(60)),
	})
	.check((ctx) => {
		const { day: first, until } = ctx.value;
		if (until !== null && until < first)
			complainIn(ctx)(
				["until"],
				`The last day is before the first. Choose ${first} or a later day, or leave it empty.`,
			);
	});
export type Occasion = z.infer<typeof Occasion>;

export const occasionLabels = {
	name: "name",
	kind: "kind",
	day: "first day",
	until: "last day",
	students: "students",
};

/** Those of some dates that touch a stretch of days, both ends included, the earliest first. */
export const occasionsIn = <T extends { occasion: Occasion }>(all: readonly T[], from: string, to: string): T[] =>
	all
		.filter(({ occasion: { day: first, until } }) => first <= to && (until ?? first) >= from)
		.sort((a, b) => (a.occasion.day < b.occasion.day ? -1 : 1));

/** Whether a date is one student's: named, or everybody's. */
export const isFor = ({ students }: Occasion, student: string): boolean =>
	students.length === 0 || students.includes(student);
