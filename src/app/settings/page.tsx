import { SettingsPage } from "@/screens/places/SettingsPage";

export const dynamic = "force-dynamic";
export const metadata = { title: "Settings" };

export default function Page() {
	return <SettingsPage lan={process.env.PEG_LAN === "1"} />;
}
