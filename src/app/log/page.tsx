import type { Metadata } from "next";
import { LogView } from "@/features/log";

export const metadata: Metadata = { title: "Log · Gaman" };

export default function Page() {
  return <LogView />;
}
