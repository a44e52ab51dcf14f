/** Draws the icons of the installed application from src/app/icon.svg, in neutrals only. */
import { mkdirSync, readFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";

const root = path.join(import.meta.dirname, "../..");
const folder = path.join(root, "public/icons");
const svg = readFileSync(path.join(root, "src/app/icon.svg"));
const SURFACE = "#e8e8e8";

mkdirSync(folder, { recursive: true });

/** @param share - of the side that the drawing fills; a maskable icon may lose a fifth at each edge. */
async function draw(name: string, size: number, share: number): Promise<void> {
  const side = Math.round(size * share);
  const drawing = await sharp(svg, { density: 600 }).resize(side, side).png().toBuffer();
  await sharp({ create: { width: size, height: size, channels: 3, background: SURFACE } })
    .composite([{ input: drawing }])
    .png({ compressionLevel: 9 })
    .toFile(path.join(folder, name));
}

await draw("icon-192.png", 192, 0.84);
await draw("icon-512.png", 512, 0.84);
await draw("icon-maskable-512.png", 512, 0.6);
