/** Why the store does not open; apart from the rest that it says, since every view needs this. */
import type { OpeningFault } from "../domain/store/storeFault";

export function openingFaultWords(fault: OpeningFault): string {
  switch (fault.code) {
    case "newer":
      return "Your paintings were last opened with a newer Gaman than this one. They are all there. Reload this page while you have a network, so that the newer Gaman comes, then go on.";
    case "full":
      return "This machine's storage is full, so Gaman cannot open what you kept. Nothing is lost. Free some space, then reload this page.";
    case "forbidden":
      return "This window does not let Gaman keep anything: it is a private window, or storage is switched off for this site. Open Gaman in an ordinary window, or allow it to store data.";
    case "silent":
      return "The browser's storage does not answer. What you kept is not touched. Gaman goes on by itself as soon as it does; if that takes long, close the browser whole, open it again, then open Gaman.";
    case "unknown":
      return `What you kept could not be opened. What was kept is not touched. Close other windows of Gaman, then reload this page. (${fault.detail})`;
  }
}
