import { Gallery } from "@/features/gallery";

/** Built in development only; see pageExtensions in next.config.ts. */
export default function Page() {
  return <Gallery />;
}
