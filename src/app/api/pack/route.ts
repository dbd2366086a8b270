import { NextResponse } from "next/server";
import { stranger } from "@/server/route";
import { solveForPack } from "@/server/solving";
import { store } from "@/server/store";
import { makePack } from "@/store/pack";

export async function GET(request: Request) {
	const lesson = new URL(request.url).searchParams.get("lesson");
	const refused = stranger(request);
	if (refused) return refused;
	const open = await store();
	await solveForPack(open);
	return NextResponse.json(await makePack(open, lesson));
}
