import type { Metadata } from "next";
import { ChartsView } from "@/features/charts";

export const metadata: Metadata = { title: "Charts · Gaman" };

export default function Page() {
  return <ChartsView />;
}
