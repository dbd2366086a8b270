import type { Board } from "@/core/lesson/board";
import type { Pack } from "@/core/pack/pack";

/** The students worked with in this lesson, once each, in the order they came in. */
export const peopleHere = ({ tabs }: Pick<Board, "tabs">, { ladders }: Pick<Pack, "ladders">): string[] => [
	...new Set(tabs.flatMap((tab) => ladders.find(({ id }) => id === tab.ladder)?.student ?? [])),
];

export const nameIn = ({ students }: Pick<Pack, "students">, id: string): string =>
	students.find((one) => one.id === id)?.student.name ?? "somebody";
