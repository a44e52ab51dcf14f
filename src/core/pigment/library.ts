/** Look-up of generic pigment models by id or by Colour Index generic name. */
import type { PigmentModel } from "./types";

export type PigmentLibrary = {
  readonly all: readonly PigmentModel[];
  /** By id, such as "prussian-blue". */
  readonly byId: (id: string) => PigmentModel | undefined;
  /** By Colour Index generic name, such as "PBr7"; one name can stand for several paints. */
  readonly byColourIndex: (name: string) => readonly PigmentModel[];
};

/** @throws RangeError when two models share an id. */
export function createPigmentLibrary(models: readonly PigmentModel[]): PigmentLibrary {
  const ids = new Map(models.map((model) => [model.id, model]));
  if (ids.size !== models.length) throw new RangeError("Two pigment models share an id");
  return {
    all: models,
    byId: (id) => ids.get(id),
    byColourIndex: (name) =>
      models.filter((model) => model.colourIndex.toLowerCase() === name.trim().toLowerCase()),
  };
}
