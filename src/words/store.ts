/** Why something about the whole store was not done, and why an archive is not taken. */
import type { ArchiveFault, RowPlace, StoreFault } from "../domain/store/storeFault";
import { TABLE_WORDS } from "./tables";

/** What a task on the whole store says when it was not done; nothing was changed then. */
export function storeFaultWords(fault: StoreFault): string {
  switch (fault.code) {
    case "archive":
      return archiveFaultWords(fault.fault);
    case "worked-on":
      return `${fault.count} ${fault.count === 1 ? "record of that import has" : "records of that import have"} been worked on since, so it is not taken back: that work would be lost.`;
    case "full":
      return "The browser's storage is full, so nothing was changed. Free some space on this machine, then do it again.";
    case "unknown":
      return `It could not be done, and nothing was changed. Try it once more. (${fault.detail})`;
  }
}

/** Names of the ways of packing that packers offer, by the numbers of the zip format. */
const PACKING_NAMES: ReadonlyMap<number, string> = new Map([
  [9, "Deflate64"],
  [12, "bzip2"],
  [14, "LZMA"],
  [93, "Zstandard"],
  [95, "XZ"],
  [98, "PPMd"],
]);

export function archiveFaultWords(fault: ArchiveFault): string {
  switch (fault.code) {
    case "no-zip":
      return `It is not a whole zip file: cut short, changed, or of another kind (${fault.detail}).`;
    case "too-many-files":
      return `It holds ${fault.count} files; no archive of Gaman has that many.`;
    case "file-twice":
      return `It holds two files called ${quoted(fault.file)}.`;
    case "locked":
      return `${quoted(fault.file)} in it is locked by a password.`;
    case "other-packing": {
      const name = PACKING_NAMES.get(fault.method) ?? `method ${fault.method}`;
      return `${quoted(fault.file)} in it is packed by ${name}, which Gaman does not read. Unpack the archive, pack the folder again as an ordinary zip file (Deflate), and open that.`;
    }
    case "too-large":
      return `${quoted(fault.file)} in it is larger than it may be (${fault.bytes} bytes).`;
    case "bomb":
      return `${quoted(fault.file)} in it has far more in it than it should.`;
    case "more-than-declared":
      return `${quoted(fault.file)} in it holds more than it says.`;
    case "damaged":
      return `${quoted(fault.file)} in it is damaged (${fault.detail}).`;
    case "no-manifest":
      return "It is a zip file, but not an archive of Gaman: it has no manifest.json.";
    case "foreign-manifest":
      return "Its manifest.json is not one that Gaman writes.";
    case "newer":
      return "It was saved by a newer Gaman than this one. Take the newer version of Gaman, then open it again.";
    case "named-twice":
      return "Its manifest.json names a file twice.";
    case "too-many-rows":
      return "It holds more rows than can be taken in at once. Save the paintings one by one, and take them in one by one.";
    case "too-many-bytes":
      return "Its pictures together are larger than can be taken in at once. Save the paintings one by one, and take them in one by one.";
    case "row-too-large":
      return `${quoted(fault.file)} in it holds a row that is larger than any row of Gaman.`;
    case "damaged-manifest":
      return `Its manifest.json is damaged (${fault.detail}).`;
    case "missing":
      return `${quoted(fault.file)} is missing from it.`;
    case "extra":
      return `It holds a file that does not belong to it: ${quoted(fault.file)}.`;
    case "no-json":
      return `${quoted(fault.file)} in it is not JSON.`;
    case "no-list":
      return `${quoted(fault.file)} in it is not a list of rows.`;
    case "unused":
      return `No row of it speaks of ${quoted(fault.file)}.`;
    case "wrong-size":
      return `${quoted(fault.file)} in it should have ${fault.bytes} bytes and has ${fault.found}.`;
    case "wrong-count":
      return `${quoted(fault.file)} in it should hold ${fault.rows} rows and holds ${fault.found === "more" ? "more" : fault.found}.`;
    case "row":
      return `${placeWords(fault.place)} cannot be read (${fault.detail}).`;
    case "row-twice":
      return `${placeWords(fault.place)} has the same ${fault.field} as another (${quoted(fault.key)}).`;
    case "row-file":
      return `${placeWords(fault.place)} names a file that is not in it.`;
    case "row-file-twice":
      return `${placeWords(fault.place)} names a file that another row has already (${quoted(fault.file)}).`;
    case "changed":
      return "Another window changed something meanwhile, so nothing was taken in. Open the archive again and look again.";
    case "not-open":
      return "No archive is open. Choose the file once more.";
  }
}

function placeWords({ table, row }: RowPlace): string {
  return `Row ${row} of its ${TABLE_WORDS[table][1]}`;
}

/** A name out of a damaged file may hold anything; what is shown of it may not. */
function quoted(name: string): string {
  return `“${name.replace(/[^\x20-\x7e]/g, "?").slice(0, 60)}”`;
}
