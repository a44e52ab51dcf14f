import "fake-indexeddb/auto";
import { readFileSync } from "node:fs";
import path from "node:path";
import { Ajv2020 } from "ajv/dist/2020";
import { describe, expect, it } from "vitest";
import { fillStore } from "../../../tests/support/sampleStore";
import { filesOf, withManifest, withRows } from "../../../tests/support/zips";
import { GamanDatabase } from "../database";
import { archiveJsonSchema } from "./jsonSchema";
import { readArchive } from "./readArchive";
import { writeArchive } from "./writeArchive";

const file = path.join(import.meta.dirname, "../../../docs/archive.schema.json");

async function sampleArchive(name: string): Promise<Blob> {
  const db = new GamanDatabase(name);
  await fillStore(db);
  const { blob } = await writeArchive(db, { kind: "everything" }, 4000);
  await db.delete();
  return blob;
}

/** The archive's JSON as the one document that the schema describes. */
async function documentOf(archive: Blob): Promise<Record<string, unknown>> {
  const parts: Record<string, unknown> = {};
  for (const [name, text] of await filesOf(archive)) {
    const table = /^rows\/([a-zA-Z]+)-/.exec(name)?.[1];
    if (table) parts[table] = JSON.parse(text);
    if (name === "manifest.json") parts.manifest = JSON.parse(text);
  }
  return parts;
}

describe("the published JSON Schema", () => {
  it("is the one that archives are read with (npm run generate)", () => {
    expect(JSON.parse(readFileSync(file, "utf8"))).toEqual(JSON.parse(JSON.stringify(archiveJsonSchema())));
  });

  it("holds for an archive that was just written, and not for one that was tampered with", async () => {
    const validate = new Ajv2020({ strict: false, allErrors: true, formats: { date: true } }).compile(
      JSON.parse(readFileSync(file, "utf8")) as object,
    );
    const document = await documentOf(await sampleArchive("schema"));
    expect(Object.keys(document)).toHaveLength(23);
    validate(document);
    expect(validate.errors).toBeNull();
    expect(validate({ ...document, notes: [{ id: 3 }] })).toBe(false);
  });
});

describe("archives of older stores", () => {
  it("go through the steps that the store went through", async () => {
    const archive = await sampleArchive("older");
    let old = await withRows(archive, "tubes", (rows) =>
      rows.map(({ id, label, colourIndexNames, medium, grade, position, addedAt }) => ({
        ...{ id, label, colourIndexNames, medium, grade, position, addedAt },
        optics: { kind: "generic", modelId: "raw-umber" },
      })),
    );
    old = await withRows(old, "palettes", (rows) =>
      rows.map(({ id, paintingId, name, tubeIds }) => ({ id, paintingId, name, tubeIds })),
    );
    old = await withManifest(old, (manifest) => ({ ...manifest, storeVersion: 1 }));
    const { rows } = await readArchive(old);
    expect(rows.get("tubes")?.[0]).toMatchObject({
      remark: "",
      optics: { modelIds: ["raw-umber"], calibrations: [] },
    });
    expect(rows.get("palettes")?.[0]).toMatchObject({ remark: "" });
  });
});
