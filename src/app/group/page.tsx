import { GroupPage } from "@/screens/places/GroupPage";
import { readGroup } from "@/server/readGroup";

export const dynamic = "force-dynamic";
export const metadata = { title: "Group" };

export default async function Page() {
	return <GroupPage {...(await readGroup())} />;
}
