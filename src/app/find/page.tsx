import { readFind } from "@/doors/readFind";
import { Find } from "@/screens/find/Find";

export const dynamic = "force-dynamic";
export const metadata = { title: "Find" };

export default async function Page({ searchParams }: { searchParams: Promise<{ q?: string | string[] }> }) {
	const { q } = await searchParams;
	return <Find {...(await readFind(typeof q === "string" ? q : ""))} />;
}
