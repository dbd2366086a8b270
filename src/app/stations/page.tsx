import { StationsPage } from "@/screens/stations/StationsPage";
import { readClimbers } from "@/server/readStations";

export const metadata = { title: "Stations" };

export default async function Page() {
	return <StationsPage climbers={await readClimbers()} />;
}
