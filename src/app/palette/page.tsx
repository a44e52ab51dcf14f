import type { Metadata } from "next";
import { PaletteView } from "@/features/palette";

export const metadata: Metadata = { title: "Palette · Gaman" };

export default function Page() {
  return <PaletteView />;
}
