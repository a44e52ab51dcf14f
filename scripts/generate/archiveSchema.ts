/** Writes docs/archive.schema.json from the schemas that archives are read with. */
import { writeFileSync } from "node:fs";
import path from "node:path";
import { archiveJsonSchema } from "../../src/persistence/archive/jsonSchema";

writeFileSync(
  path.join(import.meta.dirname, "../../docs/archive.schema.json"),
  `${JSON.stringify(archiveJsonSchema(), null, 1)}\n`,
);
