// Writes the JSON Schemas of the files from the schemas that are used.
import { writeFileSync } from "node:fs";
import { handOnSchema } from "@/core/formats/handOn";
import { workbookSchema } from "@/core/formats/workbook";
import { stillFileSchema } from "@/core/position/stillSchema";

writeFileSync("docs/workbook.schema.json", `${JSON.stringify(workbookSchema(), null, "\t")}\n`);
writeFileSync("docs/hand-on.schema.json", `${JSON.stringify(handOnSchema(), null, "\t")}\n`);
writeFileSync("docs/still.schema.json", `${JSON.stringify(stillFileSchema(), null, "\t")}\n`);
