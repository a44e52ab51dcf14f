import * as Comlink from "comlink";
import { handInKernels } from "../kernel/load";
import { createPictureApi, type PictureLook } from "./pictureApi";

handInKernels();
const api = createPictureApi();

Comlink.expose({
  ...api,
  look: async (look: PictureLook, isFull: boolean) => {
    const seen = await api.look(look, isFull);
    return Comlink.transfer(seen, [seen.bitmap]);
  },
  crop: async (xPx: number, yPx: number, halfPx: number) => {
    const bitmap = await api.crop(xPx, yPx, halfPx);
    return Comlink.transfer(bitmap, [bitmap]);
  },
});
