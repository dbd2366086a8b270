"use server";

import { spawn } from "node:child_process";
import { revalidatePath } from "next/cache";
import { cookies } from "next/headers";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import { LOOK } from "@/core/text/look";
import { listStudios } from "@/store/engine/studios";
import { besideServer } from "./beside";
import { lookUrl } from "./store";

/** As long as anybody looks around. */
const DAY_SECONDS = 86_400;
/** One fills it for all that ask meanwhile. */
let filling: Promise<boolean> | null = null;

const fill = (): Promise<boolean> =>
	new Promise((resolve) => {
		const child = spawn(process.execPath, besideServer("seed"), {
			env: { ...process.env, DATABASE_URL: lookUrl() },
			stdio: "ignore",
		});
		child.on("error", () => resolve(false));
		child.on("close", (code) => resolve(code === 0));
	});

/** Made-up students in a database of their own, filled anew; this browser sees them until it leaves. The real studio stays as it is. */
export async function lookAround(): Promise<Outcome<null>> {
	if (listStudios() !== null)
		return refuse("", "This program serves several studios. Made-up students are shown where it serves one.");
	filling ??= fill().finally(() => {
		filling = null;
	});
	if (!(await filling)) return refuse("", "The made-up students did not load. The disk may be full.");
	(await cookies()).set(LOOK, "1", { path: "/", sameSite: "lax", maxAge: DAY_SECONDS });
	revalidatePath("/", "layout");
	return { ok: true, value: null };
}

/** Back to the real studio. */
export async function leaveLook(): Promise<Outcome<null>> {
	(await cookies()).delete(LOOK);
	revalidatePath("/", "layout");
	return { ok: true, value: null };
}
