/** The archive's schema for others who read it; made ahead and written into public/ (scripts/generate/archiveSchema.ts). */
import { toJSONSchema } from "zod/v4/core";
import { ROW_TABLES, type RowTable } from "../tables";
import { FILE_NAME, manifestSchema } from "./format";

/** JSON Schema of the whole: the manifest, and a row of each table as it stands in its files. */
export function archiveJsonSchema(): Record<string, unknown> {
  const rowSchemas = [...ROW_TABLES.values()].map((table) => [table.name, jsonSchemaOf(table)] as const);
  return {
    $schema: "https://json-schema.org/draft/2020-12/schema",
    title: "Gaman archive",
    description:
      "A zip file. manifest.json is described by the property manifest; each file rows/<table>-<n>.json is an array of rows of its table, described by the property of that name.",
    type: "object",
    properties: {
      manifest: toJSONSchema(manifestSchema, { io: "input" }),
      ...Object.fromEntries(rowSchemas.map(([name, row]) => [name, { type: "array", items: row }])),
    },
  };
}

function jsonSchemaOf(table: RowTable): unknown {
  return toJSONSchema(table.schema, {
    io: "input",
    unrepresentable: "any",
    override: ({ zodSchema, jsonSchema }) => {
      // A Blob inside a row stands in the zip as a file of its own.
      if (zodSchema._zod.def.type === "custom")
        Object.assign(jsonSchema, {
          type: "object",
          properties: { file: { type: "string", pattern: FILE_NAME.source } },
          required: ["file"],
          additionalProperties: false,
        });
    },
  });
}
