import type { Metadata } from "next";
import { TubesView } from "@/features/tubes";

export const metadata: Metadata = { title: "Tubes · Gaman" };

export default function Page() {
  return <TubesView />;
}
