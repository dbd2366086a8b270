// Fills DATABASE_URL with the demo studio.
import { fillDemo } from "@demo/fill";
import { openStore } from "@/store/db";
import { today } from "@/ui/dates";

const url = process.env.DATABASE_URL;
if (!url) throw new Error("DATABASE_URL is missing");
const store = await openStore(url);
const { events } = await fillDemo(store, today());
store.close();
console.log(`The demo studio is filled: ${events} events up to today.`);
