import { sql } from "drizzle-orm";
import * as t from "./schema";

/** An event that nobody took back: no void that is there names it. Needs the projections up to date. */
export const holds = sql`not exists (select 1 from ${t.link} l join ${t.event} v on v.id = l.source and v.kind = 'void' where l.target = ${t.event.id})`;
