import { NextResponse } from "next/server";
import { stranger } from "@/server/route";
import { solutionsOf } from "@/server/solving";
import { store } from "@/server/store";
import { makePack } from "@/store/pack";

export async function GET(request: Request) {
	const lesson = new URL(request.url).searchParams.get("lesson");
	return stranger(request) ?? NextResponse.json(await makePack(await store(), lesson, solutionsOf));
}
