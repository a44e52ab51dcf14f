import * as Comlink from "comlink";
import { createPictureApi } from "./pictureApi";

const api = createPictureApi();

Comlink.expose({
  ...api,
  bitmap: async (isGrey: boolean) => {
    const bitmap = await api.bitmap(isGrey);
    return Comlink.transfer(bitmap, [bitmap]);
  },
});
