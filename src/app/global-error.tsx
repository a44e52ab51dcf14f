"use client";

import { ViewFailure } from "@/features/frame";
import "./globals.css";

/** When the frame around the views fails as well. */
export default function GlobalError(props: { error: Error; reset: () => void }) {
  return (
    <html lang="en" data-room="light">
      <body className="font-sans">
        <ViewFailure {...props} />
      </body>
    </html>
  );
}
