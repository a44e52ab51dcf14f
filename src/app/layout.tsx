import type { Metadata, Viewport } from "next";
import localFont from "next/font/local";
import type { ReactNode } from "react";
import { Find } from "@/features/find";
import { Frame, VIEWS } from "@/features/frame";
import { GuideLine, Help } from "@/features/help";
import { FIRST_PAINT_SCRIPT } from "@/kit/studio/workspaces";
import "./globals.css";

const hyperlegible = localFont({
  src: "../../node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2",
  weight: "200 800",
  display: "swap",
  variable: "--font-hyperlegible",
});

export const metadata: Metadata = {
  title: "Gaman",
  description: "Mix target colours from the tubes you have.",
};

export const viewport: Viewport = { width: "device-width", initialScale: 1 };

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" data-room="light" className={hyperlegible.variable} suppressHydrationWarning>
      <head>
        <script dangerouslySetInnerHTML={{ __html: FIRST_PAINT_SCRIPT }} />
      </head>
      <body className="font-sans">
        <Frame
          tools={
            <>
              <Find views={VIEWS} />
              <Help />
            </>
          }
          foot={<GuideLine />}
        >
          {children}
        </Frame>
      </body>
    </html>
  );
}
