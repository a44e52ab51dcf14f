/** Tubes of every medium and layers of them, for tests of plans. */
import type { PaintLayer } from "@/domain/layers/layering";
import { tubeFromModel } from "@/domain/tube/newTube";
import type { Tube, TubeMedium } from "@/domain/tube/tube";
import { WATER } from "@/domain/tube/water";
import { pigment } from "./paint";

const tubeOf = (modelId: string, medium: TubeMedium, id = modelId): Tube => ({
  ...tubeFromModel(pigment(modelId)),
  id,
  grade: "artist",
  medium,
  price: 1,
  volumeMl: 10,
  position: 0,
  addedAt: 0,
});
const MEDIA = ["oil", "acrylic", "watercolour", "gouache"] as const;
export const TUBES: readonly Tube[] = MEDIA.flatMap((medium) => [
  { ...tubeOf("ultramarine-blue", medium, `${medium}-blue`), staining: 1 },
  { ...tubeOf("quinacridone-rose", medium, `${medium}-rose`), staining: 3 },
  tubeOf("titanium-white", medium, `${medium}-white`),
]);
export const tubeById: ReadonlyMap<string, Tube> = new Map([...TUBES, WATER].map((tube) => [tube.id, tube]));
let made = 0;
export const layer = (tubeId: string, part: Partial<PaintLayer> = {}): PaintLayer => ({
  id: `layer-${made++}`,
  name: tubeId,
  amounts: [{ tubeId, parts: 1 }],
  thinner: "water",
  thinnerShare: 0,
  passes: 1,
  coverShare: 1,
  takenUpShare: 0,
  ...part,
});
