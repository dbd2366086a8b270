// Whether the database at DATABASE_URL can be opened by this program; why not, in a sentence.
import { openStore } from "@/store/db";

try {
	(await openStore(process.env.DATABASE_URL ?? "")).close();
} catch (error) {
	console.error(error instanceof Error ? error.message : String(error));
	process.exitCode = 1;
}
