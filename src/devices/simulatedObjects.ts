/** Things to hold a simulated colorimeter to: each a mixture of simulated true paints. */
import { PIGMENT_MODELS } from "../data/pigments.generated";
import type { Specimen } from "./colorimeter";

const OBJECTS = [
  { name: "Painted chair leg", parts: { "titanium-white": 3, viridian: 1, "yellow-ochre": 0.5 } },
  { name: "Roof tile", parts: { "burnt-sienna": 2, "yellow-ochre": 1, "titanium-white": 1.5 } },
  { name: "Enamel mug", parts: { "titanium-white": 6, "ultramarine-blue": 1 } },
  { name: "Plum", parts: { "quinacridone-magenta": 1, "ultramarine-blue": 1, "raw-umber": 2 } },
  { name: "Dried lemon", parts: { "arylide-yellow": 2, "titanium-white": 3, "raw-umber": 0.3 } },
] as const;

export const SIMULATED_OBJECTS: readonly { readonly name: string; readonly specimen: Specimen }[] =
  OBJECTS.map(({ name, parts }) => ({
    name,
    specimen: Object.entries(parts).map(([modelId, volume]) => {
      const model = PIGMENT_MODELS.find(({ id }) => id === modelId);
      if (!model) throw new Error(`The library has no ${modelId}`);
      return { tubeId: `object ${modelId}`, generic: model.optics, volume };
    }),
  }));
