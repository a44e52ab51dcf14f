/** A photo of two colours side by side under one light, made for the test. */
import type { Locator } from "@playwright/test";
import sharp from "sharp";
import type { LabD65 } from "@/core";
import { encodeChannel, linearSrgbFromLab } from "@/core/color/srgb";

const SIDE = 240;

/** A card at the left and a dab at the right under a light with a cast, as a camera writes them. */
export async function photoOfTwo(card: LabD65, dab: LabD65, light: readonly number[]): Promise<Buffer> {
  const bytesOf = (lab: LabD65): number[] =>
    linearSrgbFromLab(lab).map((channel, i) =>
      Math.round(255 * encodeChannel(Math.min(1, Math.max(0, channel * (light[i] ?? 1))))),
    );
  const [left, right] = [bytesOf(card), bytesOf(dab)];
  const pixels = Buffer.alloc(3 * SIDE * SIDE);
  for (let i = 0; i < SIDE * SIDE; i++) {
    for (let channel = 0; channel < 3; channel++)
      pixels[3 * i + channel] = (i % SIDE < SIDE / 2 ? left : right)[channel] ?? 0;
  }
  return sharp(pixels, { raw: { width: SIDE, height: SIDE, channels: 3 } })
    .png()
    .toBuffer();
}

/** Touches a picture half way down. */
export async function touchAcross(stage: Locator, xShare: number): Promise<void> {
  const box = await stage.boundingBox();
  await stage.click({ position: { x: xShare * (box?.width ?? 0), y: 0.5 * (box?.height ?? 0) } });
}
