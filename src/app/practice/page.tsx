import type { Metadata } from "next";
import { PracticeView } from "@/features/practice";

export const metadata: Metadata = { title: "Practice · Gaman" };

export default function Page() {
  return <PracticeView />;
}
