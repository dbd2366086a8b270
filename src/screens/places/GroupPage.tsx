import { list } from "@/core/text/lists";
import type { GroupPageProps } from "@/server/readGroup";
import { BenchPage } from "@/ui/BenchPage";
import { fromToday } from "@/ui/dates";
import { type Listed, PlaceList } from "./PlaceList";

const tools: readonly Listed[] = [
	{
		href: "/rounds",
		name: "Timed rounds",
		answers: "One clock for all. Call the scores, partners swap.",
		drawing: "rounds",
	},
	{ href: "/stations", name: "Stations", answers: "Who is where when? A timetable to pin up.", drawing: "stations" },
];

/** All that several do at once: the open lessons of two and more, then what is done on one clock or in turns of place. */
export const GroupPage = ({ lessons }: GroupPageProps) => (
	<BenchPage>
		<h1>Group</h1>
		<section aria-label="Lessons with several">
			<h2>Lessons with several</h2>
			{lessons.length > 0 ? (
				<PlaceList
					list={lessons.map(({ lesson, day, names }) => ({
						href: `/live?lesson=${lesson}`,
						name: list(names),
						answers: `Open since ${fromToday(day)}. The board is under “more”.`,
						drawing: "board",
					}))}
				/>
			) : (
				<>
					<p className="mb-0">No lesson with several students is open.</p>
					<PlaceList
						list={[
							{
								href: "/",
								name: "Start a lesson",
								answers: "Start with one student. Add the others with “next”. The board then shows all of them.",
								drawing: "lesson",
							},
						]}
					/>
				</>
			)}
		</section>
		<section aria-label="On one clock">
			<h2>On one clock</h2>
			<PlaceList list={tools} />
		</section>
	</BenchPage>
);
