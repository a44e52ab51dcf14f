import type { Metadata } from "next";
import { StringsView } from "@/features/strings";

export const metadata: Metadata = { title: "Strings · Gaman" };

export default function Page() {
  return <StringsView />;
}
