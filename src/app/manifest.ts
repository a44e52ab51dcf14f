import type { MetadataRoute } from "next";

/** What the machine needs to know to install Gaman as an application. The colours are the light room's. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    id: "/",
    name: "Gaman",
    short_name: "Gaman",
    description: "Mix target colours from the tubes you have.",
    start_url: "/",
    scope: "/",
    display: "standalone",
    background_color: "#e8e8e8",
    theme_color: "#dddddd",
    categories: ["graphics", "utilities"],
    icons: [
      { src: "/icon.svg", sizes: "any", type: "image/svg+xml" },
      { src: "/icons/icon-192.png", sizes: "192x192", type: "image/png" },
      { src: "/icons/icon-512.png", sizes: "512x512", type: "image/png" },
      { src: "/icons/icon-maskable-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
    ],
    share_target: {
      action: "/share",
      method: "POST",
      enctype: "multipart/form-data",
      params: { text: "text", files: [{ name: "picture", accept: ["image/*"] }] },
    },
    shortcuts: [
      { name: "Mix", url: "/mix" },
      { name: "Log", url: "/log" },
    ],
  };
}
