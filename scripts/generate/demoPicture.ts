/**
 * Draws the demo painting's subject, "Slipway, low tide", to public/demo/slipway.jpg.
 *
 * Made up from shapes, then lit by a slope of light, weathered by soft noise and grained pixel by pixel,
 * so that averaging over a spot has something to average. Deterministic: seeded noise.
 */
import { mkdirSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { createRng } from "../../src/core/random/rng";
import { ROOT } from "./files";

const WIDTH = 1600;
const HEIGHT = 1060;
const SEED = 20_260_412;

const planks = Array.from({ length: 6 }, (_, i) => {
  const y = 596 + i * 34;
  return `<path d="M ${150 + i * 22} ${y} C 480 ${y + 70}, 900 ${y + 62}, ${1255 - i * 34} ${y - 30 + i * 6}" fill="none" stroke="#2d4c50" stroke-opacity="0.35" stroke-width="3"/>`;
}).join("");

const rng = createRng(SEED);
const stones = Array.from({ length: 70 }, () => {
  const x = rng.between(0, 520);
  const y = rng.between(452, 560);
  const w = rng.between(26, 70);
  const tone = Math.round(rng.between(112, 150));
  return `<rect x="${x.toFixed(0)}" y="${y.toFixed(0)}" width="${w.toFixed(0)}" height="${rng.between(14, 26).toFixed(0)}" rx="5" fill="rgb(${tone},${tone - 6},${tone - 16})" fill-opacity="0.55"/>`;
}).join("");
const lichen = Array.from({ length: 120 }, () => {
  const x = rng.between(0, 545);
  const y = rng.between(405, 452);
  const r = rng.between(5, 22);
  return `<ellipse cx="${x.toFixed(0)}" cy="${y.toFixed(0)}" rx="${r.toFixed(0)}" ry="${(r * 0.5).toFixed(0)}" fill="#a7a672" fill-opacity="0.5"/>`;
}).join("");
const ripples = Array.from({ length: 40 }, () => {
  const x = rng.between(0, WIDTH);
  const y = rng.between(690, 1050);
  const w = rng.between(60, 240);
  return `<path d="M ${x.toFixed(0)} ${y.toFixed(0)} q ${(w / 2).toFixed(0)} ${rng.between(-7, 7).toFixed(0)} ${w.toFixed(0)} 0" fill="none" stroke="#7d6c58" stroke-opacity="0.35" stroke-width="3"/>`;
}).join("");

const drawing = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">
<defs>
  <linearGradient id="sky" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#a9bccb"/><stop offset="1" stop-color="#c3cdcf"/></linearGradient>
  <linearGradient id="sand" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#b59f86"/><stop offset="1" stop-color="#9d8770"/></linearGradient>
  <linearGradient id="hull" x1="0" y1="0" x2="1" y2="0.25"><stop offset="0" stop-color="#76a09f"/><stop offset="0.42" stop-color="#4d7f83"/><stop offset="1" stop-color="#3d6670"/></linearGradient>
  <linearGradient id="hull2" x1="0" y1="0" x2="1" y2="0"><stop offset="0" stop-color="#c2b08f"/><stop offset="1" stop-color="#8f8068"/></linearGradient>
  <linearGradient id="pool" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#b4c2c8"/><stop offset="1" stop-color="#9fb2c1"/></linearGradient>
  <radialGradient id="buoy" cx="0.38" cy="0.3" r="0.8"><stop offset="0" stop-color="#ff6a08"/><stop offset="0.62" stop-color="#ff5a00"/><stop offset="1" stop-color="#d64600"/></radialGradient>
</defs>
<rect width="${WIDTH}" height="460" fill="url(#sky)"/>
<path d="M 0 120 C 300 90, 700 160, 1600 80 L 1600 170 C 900 230, 400 170, 0 200 Z" fill="#cdd4d3" fill-opacity="0.5"/>
<path d="M 820 392 C 1000 372, 1250 376, 1600 360 L 1600 410 L 820 410 Z" fill="#8d9aa0"/>
<rect y="404" width="${WIDTH}" height="96" fill="#93a4a4"/>
<path d="M 600 440 L 1600 430 M 700 470 L 1600 462" stroke="#a8b5b4" stroke-width="5" stroke-opacity="0.7"/>
<rect y="494" width="${WIDTH}" height="${HEIGHT - 494}" fill="url(#sand)"/>${ripples}
<path d="M 0 446 L 560 446 L 590 574 L 0 610 Z" fill="#857d74"/>${stones}
<path d="M 0 402 L 548 402 L 562 450 L 0 452 Z" fill="#98986a"/>${lichen}
<path d="M 1130 372 L 1545 352 C 1540 440, 1500 505, 1430 540 L 1215 545 C 1165 500, 1140 440, 1130 372 Z" fill="url(#hull2)"/>
<path d="M 1215 545 L 1430 540 C 1470 520, 1490 500, 1505 470 L 1180 478 C 1190 505, 1200 525, 1215 545 Z" fill="#413a35"/>
<path d="M 1126 360 L 1550 338 L 1547 362 L 1130 384 Z" fill="#d9d2c2"/>
<path d="M 1300 350 L 1302 268 L 1312 268 L 1312 349 Z" fill="#6f6252"/>
<path d="M 560 330 L 812 318 L 836 506 L 540 520 Z" fill="#cdc4b2"/>
<path d="M 812 318 L 850 330 L 872 500 L 836 506 Z" fill="#a99f8e"/>
<path d="M 604 366 L 776 358 L 788 446 L 596 454 Z" fill="#4d5b64"/>
<path d="M 612 374 L 690 370 L 684 440 L 604 446 Z" fill="#65757e"/>
<path d="M 118 552 C 300 566, 860 560, 1290 462 C 1286 610, 1200 760, 1010 822 L 470 826 C 300 770, 180 680, 118 552 Z" fill="url(#hull)"/>
${planks}
<path d="M 190 664 C 420 742, 880 744, 1234 650 C 1180 742, 1100 792, 1010 822 L 470 826 C 340 786, 250 734, 190 664 Z" fill="#47423b"/>
<path d="M 188 660 C 420 738, 880 740, 1236 646 L 1232 656 C 880 750, 420 748, 192 670 Z" fill="#6c4a38" fill-opacity="0.6"/>
<path d="M 104 524 C 300 540, 870 528, 1296 428 L 1292 468 C 860 566, 300 574, 116 560 Z" fill="#d8d0be"/>
<path d="M 1098 512 c 10 40, -4 90, 6 150 c 8 34, -30 40, -30 4 c 2 -60, -6 -100, -4 -148 Z" fill="#9a5233"/>
<path d="M 732 556 c 6 34, -2 80, 2 118 c 2 20, -22 20, -20 0 c 2 -40, -4 -80, -2 -116 Z" fill="#98583c" fill-opacity="0.85"/>
<ellipse cx="1092" cy="506" rx="18" ry="11" fill="#56483d"/>
<path d="M 1270 470 C 1330 560, 1420 640, 1530 700 C 1560 716, 1590 720, 1600 722" fill="none" stroke="#c2b08c" stroke-width="24"/>
<path d="M 1270 470 C 1330 560, 1420 640, 1530 700 C 1560 716, 1590 720, 1600 722" fill="none" stroke="#8d7c5c" stroke-opacity="0.5" stroke-width="24" stroke-dasharray="5 12"/>
<path d="M 0 936 C 180 850, 420 888, 640 870 C 900 842, 1120 900, 1330 930 C 1460 948, 1560 940, 1600 934 L 1600 1060 L 0 1060 Z" fill="url(#pool)"/>
<path d="M 330 968 C 520 940, 900 952, 1010 984 C 860 1012, 470 1012, 330 968 Z" fill="#4e7175" fill-opacity="0.45"/>
<path d="M 1120 742 C 1240 716, 1390 728, 1470 752 C 1380 780, 1220 778, 1120 742 Z" fill="#aabac2"/>
<ellipse cx="1392" cy="898" rx="98" ry="17" fill="#5a4b3f" fill-opacity="0.55"/>
<circle cx="1384" cy="822" r="82" fill="url(#buoy)"/>
<path d="M 1316 868 A 82 82 0 0 0 1452 868 C 1420 884, 1350 884, 1316 868 Z" fill="#7c3216" fill-opacity="0.75"/>
<path d="M 1372 742 q 12 -24 24 0" fill="none" stroke="#4b443d" stroke-width="9"/>
</svg>`;

const { data } = await sharp(Buffer.from(drawing)).removeAlpha().raw().toBuffer({ resolveWithObject: true });

/** Smooth noise in [-1, 1] on a grid of `cell` pixels, for weathering and cloud. */
function softNoise(cell: number): (x: number, y: number) => number {
  const columns = Math.ceil(WIDTH / cell) + 2;
  const rows = Math.ceil(HEIGHT / cell) + 2;
  const values = Float64Array.from({ length: columns * rows }, () => rng.between(-1, 1));
  const ease = (t: number): number => t * t * (3 - 2 * t);
  return (x, y) => {
    const column = Math.floor(x / cell);
    const row = Math.floor(y / cell);
    const u = ease(x / cell - column);
    const v = ease(y / cell - row);
    const at = (c: number, r: number): number => values[r * columns + c] ?? 0;
    return (
      (at(column, row) * (1 - u) + at(column + 1, row) * u) * (1 - v) +
      (at(column, row + 1) * (1 - u) + at(column + 1, row + 1) * u) * v
    );
  };
}

const broad = softNoise(190);
const patch = softNoise(34);
const fine = softNoise(7);
const pixels = Buffer.from(data);
for (let y = 0; y < HEIGHT; y++) {
  for (let x = 0; x < WIDTH; x++) {
    // Light falls off to the right and the air is a little uneven.
    const light = 1.03 - 0.07 * (x / WIDTH) + 0.03 * broad(x, y);
    const surface = 0.035 * patch(x, y) + 0.03 * fine(x, y);
    const grain = 0.03 * rng.normal();
    const warmth = 0.012 * patch(y, x);
    const at = 3 * (y * WIDTH + x);
    const factor = light * (1 + surface + grain);
    const channels = [1 + warmth, 1, 1 - warmth];
    for (let channel = 0; channel < 3; channel++) {
      const value = (data[at + channel] ?? 0) * factor * (channels[channel] ?? 1);
      pixels[at + channel] = Math.max(0, Math.min(255, Math.round(value)));
    }
  }
}

const folder = path.join(ROOT, "public/demo");
mkdirSync(folder, { recursive: true });
await sharp(pixels, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
  .jpeg({ quality: 88, chromaSubsampling: "4:4:4" })
  .toFile(path.join(folder, "slipway.jpg"));
process.stdout.write("wrote public/demo/slipway.jpg\n");
