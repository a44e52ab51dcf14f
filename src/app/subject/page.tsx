import type { Metadata } from "next";
import { SubjectView } from "@/features/subject";

export const metadata: Metadata = { title: "Subject · Gaman" };

export default function Page() {
  return <SubjectView />;
}
