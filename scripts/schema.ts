// Writes docs/workbook.schema.json from the schemas that are used.
import { writeFileSync } from "node:fs";
import { workbookSchema } from "@/core/formats/workbook";

writeFileSync("docs/workbook.schema.json", `${JSON.stringify(workbookSchema(), null, "\t")}\n`);
