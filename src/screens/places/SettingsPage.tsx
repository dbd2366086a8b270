import { BenchPage } from "@/ui/BenchPage";
import { type Listed, PlaceList } from "./PlaceList";

/** All that is set once, each with what it changes. */
const set: readonly Listed[] = [
	{ href: "/note", name: "Note template", answers: "What a note to a student says, in your words." },
	{
		href: "/ladders/difficulties",
		name: "Working range, units, difficulty scales",
		answers: "How hard a drill may be, metres or feet.",
	},
	{
		href: "/care",
		name: "Safety checks and reminders",
		answers: "What you confirm before a try, and what is said again.",
	},
	{ href: "/load", name: "Load limits", answers: "The most a week, by age and for you as feeder." },
	{
		href: "/calendar#other-calendars",
		name: "Calendar links and travel time",
		answers: "Your lessons in another calendar.",
	},
	{ href: "/records", name: "Backups and data", answers: "Download, import, restore, delete." },
];

const passcode: Listed = { href: "/passcode", name: "Passcode", answers: "Change it, or sign out other devices." };

/** @param lan the studio is served to other devices, behind a passcode */
export const SettingsPage = ({ lan }: { lan: boolean }) => (
	<BenchPage>
		<h1>Settings</h1>
		<PlaceList list={lan ? [...set, passcode] : set} />
	</BenchPage>
);
