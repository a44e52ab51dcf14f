/** Why a file of readings, a list of tubes or a label is not taken. No capital and no full stop: they end a sentence. */
import type { FileFault } from "../core/exchange/fileFault";
import type { BoxFileFault } from "../domain/tube/boxFileFault";
import type { LabelFault } from "../domain/tube/labelTube";

export function fileFaultWords(fault: FileFault): string {
  switch (fault.code) {
    case "empty":
      return "the file is empty";
    case "no-text":
      return "this is not text. Save it as plain text or as CSV";
    case "line-too-long":
      return "the line is too long for a table of readings";
    case "no-readings":
      return "there is no reading in it";
    case "open-quote":
      return "a quote is opened and not closed";
    case "no-format":
      return "there is no data format";
    case "too-large":
      return `the file has ${megabytes(fault.bytes)} MB; at most ${megabytes(fault.most)} MB can be read. Split it`;
    case "no-cgats":
      return `it begins with “${short(fault.first)}”, not with CGATS`;
    case "too-many-columns":
      return `more than ${fault.most} columns`;
    case "too-many-readings":
      return `more than ${fault.most} readings`;
    case "second-format":
      return "a second data format before any data";
    case "data-before-format":
      return "the data begin before any BEGIN_DATA_FORMAT";
    case "wrong-set-count":
      return "NUMBER_OF_SETS is no whole number";
    case "too-many-announced":
      return `${fault.sets} readings announced; at most ${fault.most} can be taken at a time`;
    case "short-row":
      return `the last row has ${fault.values} of ${fault.columns} values`;
    case "other-count":
      return `${fault.announced} readings were announced, ${fault.found} are there`;
    case "ends-early":
      return `the file ends too early: ${fault.missing} is missing`;
    case "column-twice":
      return `the column ${fault.column} is there twice`;
    case "no-colour-columns":
      return "there is neither CIELAB (LAB_L, LAB_A, LAB_B) nor a spectrum in its columns";
    case "values-and-columns":
      return `it has ${fault.values} values where the header has ${fault.columns} columns`;
    case "white-parts":
      return `“${short(fault.text)}” is no number of parts of white`;
    case "no-lab":
      return "its L*, a*, b* are not three numbers";
    case "no-band":
      return "a band of its spectrum is not a number";
    case "reflectance":
      return "a reflectance lies outside 0 to 1.5";
    case "lightness":
      return `L* ${fault.l} lies outside 0 to 100`;
    case "beyond-paint":
      return `a* ${fault.a}, b* ${fault.b} are beyond any paint`;
    case "no-wavelength":
      return `the spectrum has no ${fault.nm} nm; it needs every 10 nm from ${fault.from} to ${fault.to}`;
    case "other-light":
      return `its CIELAB is for the light “${short(fault.said)}”; D65 and D50 can be read. Save it for D65, or with spectra`;
    case "other-observer":
      return `its CIELAB is for another observer (“${short(fault.said)}”) than that of 2°. Save it for 2°, or with spectra`;
    case "not-under-its-light":
      return `no paint has the colour of “${short(fault.name)}” under ${fault.light}. Save it with spectra`;
    case "csv":
      return fault.detail;
  }
}

export function boxFileFaultWords(fault: BoxFileFault): string {
  switch (fault.code) {
    case "csv":
      return fault.detail;
    case "no-column":
      return `there is no column “${fault.column}”; the first line names the columns`;
    case "no-tubes":
      return "there is no tube in it";
    case "too-many-tubes":
      return `${fault.count} tubes; at most ${fault.most} at a time`;
    case "no-medium":
      return `“${short(fault.text)}” is no medium; it must be ${fault.known.join(", ")}`;
    case "no-grade":
      return `“${short(fault.text)}” is no grade; it must be ${fault.known.join(", ")}`;
    case "no-number":
      return `“${short(fault.text)}” in ${fault.column} is no number of 0 or more`;
    case "out-of-range":
      return `${fault.field} is out of range`;
    default:
      return labelFaultWords(fault);
  }
}

export function labelFaultWords(fault: LabelFault): string {
  switch (fault.code) {
    case "no-name":
      return "Give the tube the name on its label";
    case "long-name":
      return `Keep the name under ${fault.most} letters`;
    case "no-pigment":
      return "Type at least one pigment from the label, such as PB29";
    case "many-pigments":
      return `A label of more than ${fault.most} pigments cannot be kept; leave the least out`;
    case "unknown-paint":
      return `No generic paint is made of ${fault.names.map(short).join(" + ")}. Choose the nearest one above and change its label, then test it: two dabs put it right`;
  }
}

function short(text: string): string {
  return text.length > 40 ? `${text.slice(0, 40)}…` : text;
}

function megabytes(bytes: number): number {
  return Math.round(bytes / 2 ** 20);
}
