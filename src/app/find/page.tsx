import { Find } from "@/screens/find/Find";
import { readFind } from "@/server/readFind";

export const dynamic = "force-dynamic";
export const metadata = { title: "Search" };

export default async function Page({ searchParams }: { searchParams: Promise<{ q?: string | string[] }> }) {
	const { q } = await searchParams;
	return <Find {...(await readFind(typeof q === "string" ? q : ""))} />;
}
