import { BenchPage } from "@/ui/BenchPage";
import { Ready } from "@/ui/Ready";
import { passcode, settingsList } from "./listed";
import { PlaceList } from "./PlaceList";

/** @param lan the studio is served to other devices, behind a passcode */
export const SettingsPage = ({ lan }: { lan: boolean }) => (
	<BenchPage>
		<h1>Settings</h1>
		<Ready />
		<PlaceList list={lan ? [...settingsList, passcode] : settingsList} />
	</BenchPage>
);
