import type { Metadata } from "next";
import { SettingsView } from "@/features/settings";

export const metadata: Metadata = { title: "Settings · Gaman" };

export default function Page() {
  return <SettingsView />;
}
