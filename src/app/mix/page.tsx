import type { Metadata } from "next";
import { MixView } from "@/features/mix";

export const metadata: Metadata = { title: "Mix · Gaman" };

export default function Page() {
  return <MixView />;
}
