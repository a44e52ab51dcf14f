import type { Metadata } from "next";
import { LayersView } from "@/features/layers";

export const metadata: Metadata = { title: "Layers · Gaman" };

export default function Page() {
  return <LayersView />;
}
