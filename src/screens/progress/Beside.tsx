import type { BothSides, Compared } from "@/core/insight/beside";
import { inTen } from "@/core/text/figures";
import type { LadderProgress } from "@/server/readProgress";

/** Home beside lessons, contest beside lessons, one side beside the other: only where both have enough tries. */
export function Beside({ ladder: { home, contest, sides } }: { ladder: LadderProgress }) {
	return (
		<>
			{home.map((one) => (
				<Sentence key={one.name} of={one} there="at home" here="in lessons" />
			))}
			{contest && <Sentence of={contest} there="with people watching" here="in lessons" />}
			{sides && <Sides of={sides} />}
		</>
	);
}

function Sides({ of: { here, there, rungs } }: { of: BothSides }) {
	const apart = here.at - there.at;
	return (
		<>
			<p className="m-0">
				{apart === 0 ? (
					<>
						Both sides are on rung <b>{here.at}</b>.
					</>
				) : (
					<>
						The {here.side} side is on rung <b>{here.at}</b>, the {there.side} on rung <b>{there.at}</b>.
					</>
				)}{" "}
				{rungs.length === 0 && <span className="mute">No rung has had twenty tries on both sides lately.</span>}
			</p>
			{rungs.map((one) => (
				<Sentence key={one.name} of={one} there={`on the ${there.side}`} here={`on the ${here.side}`} />
			))}
		</>
	);
}

function Sentence({
	of: { name, there: of, lesson, apart },
	there,
	here,
}: {
	of: Compared;
	there: string;
	here: string;
}) {
	const sure = apart.low > 0 || apart.high < 0;
	return (
		<p className="m-0" dir="auto">
			{name !== there && `${name}: `}
			<b>
				{of.good} of {of.tries}
			</b>{" "}
			{there}, {lesson.good} of {lesson.tries} {here}.{" "}
			{sure
				? `${apart.by > 0 ? "Better" : "Worse"} ${there}, by ${inTen(Math.abs(apart.by))} in 10 (${inTen(Math.min(Math.abs(apart.low), Math.abs(apart.high)))} or more).`
				: "No clear difference."}
		</p>
	);
}
