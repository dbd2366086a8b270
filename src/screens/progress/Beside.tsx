import type { Compared, LadderProgress } from "@/server/readProgress";

const inTen = (rate: number) => (10 * Math.abs(rate)).toFixed(1);

/** Home beside lessons, contest beside lessons: only where both sides have enough tries. */
export function Beside({ ladder: { home, contest } }: { ladder: LadderProgress }) {
	return (
		<>
			{home.map((one) => (
				<Sentence key={one.name} of={one} where="at home" />
			))}
			{contest && <Sentence of={contest} where="with people watching" />}
		</>
	);
}

function Sentence({ of: { name, there, lesson, apart }, where }: { of: Compared; where: string }) {
	const sure = apart.low > 0 || apart.high < 0;
	return (
		<p className="m-0" dir="auto">
			{name !== where && `${name}: `}
			<b>
				{there.good} of {there.tries}
			</b>{" "}
			{where}, {lesson.good} of {lesson.tries} in lessons.{" "}
			{sure
				? `${apart.by > 0 ? "Better" : "Worse"} ${where}, by ${inTen(apart.by)} in 10 (${inTen(Math.min(Math.abs(apart.low), Math.abs(apart.high)))} at least).`
				: "No difference that is sure."}
		</p>
	);
}
