import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { nextLessonOn } from "@/server/calendar";
import { orRefusal } from "@/ui/answered";
import { DayField } from "@/ui/DayField";
import { FormRow } from "@/ui/FormRow";
import { useRestedAnswer } from "@/ui/useRestedAnswer";
import type { useWrapUp } from "./useWrapUp";
import css from "./wrap.module.css";

/** When each comes next, as a lesson in the calendar; one press where it is the same for all. */
export function NextDays({
	wrap: { students, nameOf, day, nexts, setNext, times, setTime },
	who,
}: {
	wrap: ReturnType<typeof useWrapUp>;
	/** Whose part of the wrap-up is shown; null where it is all of it. */
	who: string | null;
}) {
	const whose = students.length > 0 ? students : [""];
	const shown = who === null ? whose : [who];
	const first = nexts[shown[0] ?? ""] ?? "";
	const isSame = whose.every((one) => nexts[one] === first);
	return (
		<div className="d-flex gap-3 align-items-end flex-wrap">
			{shown.map((one) => (
				<div key={one}>
					<div className="d-flex gap-3 flex-wrap">
						<FormRow
							id={`next${one}`}
							label={students.length > 1 ? `Next lesson, ${nameOf(one) ?? "somebody"}` : "Next lesson"}
							className=""
						>
							<DayField least={day} value={nexts[one] ?? ""} onChange={(next) => setNext({ [one]: next })} />
						</FormRow>
						{nexts[one] && one !== "" && (
							<FormRow id={`next-time${one}`} label="Start, if not as usual" className="">
								<Form.Control
									type="time"
									value={times[one] ?? ""}
									onChange={(event) => setTime(one, event.target.value)}
								/>
							</FormRow>
						)}
					</div>
					{nexts[one] && one !== "" && <InCalendar student={one} day={nexts[one]} time={times[one] ?? ""} />}
				</div>
			))}
			{first && !isSame && (
				<Button variant="outline-primary" onClick={() => setNext(Object.fromEntries(whose.map((one) => [one, first])))}>
					use this day for all students
				</Button>
			)}
		</div>
	);
}

/** Where the calendar has it, or will have it once the lesson is finished, and what is in its way. Without the server: that it follows. */
function InCalendar({ student, day, time }: { student: string; day: string; time: string }) {
	const lesson = useRestedAnswer(`${student} ${day} ${time}`, () =>
		orRefusal(nextLessonOn(student, day, time, Intl.DateTimeFormat().resolvedOptions().timeZone)),
	);
	return (
		<p className={css.inCalendar} role="status">
			{lesson && (
				<>
					In the calendar: {lesson.time}
					{lesson.place && `, ${lesson.place}`}.{lesson.clash && <b className="asks"> {lesson.clash}</b>}
				</>
			)}
			{lesson === null && "The calendar takes it once the lesson is sent."}
		</p>
	);
}
