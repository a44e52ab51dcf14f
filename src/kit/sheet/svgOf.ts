/** A drawing as SVG. */
import type { Drawing, DrawnItem, DrawnRect } from "../../domain/sheet/drawing";
import { cssFromLab } from "../../ui/color";

/** @param font - the typeface as a data address; without one the reader's own is taken. */
export function svgOf({ width, height, unitsPerMm, title, items }: Drawing, font?: string): string {
  const face = font
    ? `<style>@font-face{font-family:sheet;src:url(${font}) format("woff2");font-weight:200 800}</style>`
    : "";
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width / unitsPerMm}mm" height="${height / unitsPerMm}mm" viewBox="0 0 ${width} ${height}" font-family="sheet, sans-serif" fill="#111111">`,
    `<title>${escaped(title)}</title>`,
    face,
    ...items.map(itemOf),
    "</svg>",
  ].join("");
}

function itemOf(item: DrawnItem): string {
  if (item.kind === "rect") {
    const fill = fillOf(item.fill);
    const stroke = item.isOutlined ? ' stroke="#111111" stroke-width="1"' : "";
    return `<rect x="${round(item.x)}" y="${round(item.y)}" width="${round(item.width)}" height="${round(item.height)}" fill="${fill}"${stroke} shape-rendering="crispEdges"/>`;
  }
  const anchor = item.isEnd ? ' text-anchor="end"' : "";
  const slant = item.isSlanted ? ' font-style="italic"' : "";
  return `<text x="${item.x}" y="${item.y}" font-size="${item.size}" font-weight="${item.weight}"${anchor}${slant}>${escaped(item.words)}</text>`;
}

function fillOf(fill: DrawnRect["fill"]): string {
  if (fill === "paper") return "#ffffff";
  if (fill === "ink") return "#111111";
  return fill ? cssFromLab(fill) : "none";
}

const round = (length: number): string => String(Number(length.toFixed(2)));

/** What a painter typed is text in the drawing, never a part of it. */
function escaped(words: string): string {
  return (
    words
      // Characters that XML cannot hold at all.
      .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, "")
      .replaceAll("&", "&amp;")
      .replaceAll("<", "&lt;")
      .replaceAll(">", "&gt;")
      .replaceAll('"', "&quot;")
  );
}
