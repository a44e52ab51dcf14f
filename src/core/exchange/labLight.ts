/**
 * Under which light and for which observer the CIELAB of a file is, as its keywords say. Instruments of the printing trade
 * write it for D50, and say so in one of several ways: `ILLUMINATION_NAME "D50"`, `WEIGHTING_FUNCTION "ILLUMINANT, D50"`,
 * `MEASUREMENT_SOURCE "Illumination=D50 ObserverAngle=2"`. The last may mean the lamp of the instrument, so it counts only where no
 * other keyword speaks of the light.
 *
 * Source of the keywords: ANSI CGATS.17-2009.
 */
import type { FileFault } from "./fileFault";

/** These say nothing else; the others say it among other things. */
const NAMES_LIGHT = /^(?:ILLUMINATION_NAME|ILLUMINANT)$/;
const NAMES_OBSERVER = /^(?:OBSERVER|OBSERVER_ANGLE)$/;
const SPEAKS_OF_BOTH = /^(?:ILLUMINATION|WEIGHTING_FUNCTION|MEASUREMENT_SOURCE)$/;
const LIGHT_IN = /illumin\w*\s*[,=:]\s*(\S+)|^((?:CIE\s*)?[A-F]L?\d{1,2}\b.*)/i;
const OBSERVER_IN = /observer\w*\s*[,=:]\s*(\d+)/i;
/** "D50", "CIE D50", "FL2", and with the observer behind it "D50/2°". */
const LIGHT = /^(?:CIE\s*)?([A-F])L?(\d{0,2})(?:\s*[/,-]\s*(\d+))?(?![a-z\d])/i;
const UNSAID = /^(?:|unknown|n\/a|-)$/i;
const OBSERVER_DEGREES = 2;
/** Under a lamp two paints of one colour part too far for a colour in daylight to be told from that. */
const TAKEN = ["D65", "D50"] as const;

export class LabLight {
  /** D65 where the file does not say. */
  light: (typeof TAKEN)[number] = "D65";
  /** Why its CIELAB cannot be taken; its spectra can. */
  fault: FileFault | undefined;

  private isNamed = false;

  /** @param keyword - in capitals. @param values - what stands behind it. */
  take(keyword: string, values: readonly string[]): void {
    const isOfInstrument = keyword === "MEASUREMENT_SOURCE";
    if (isOfInstrument && this.isNamed) return;
    const said = values.join(" ").trim();
    const speaksOfBoth = SPEAKS_OF_BOTH.test(keyword);
    const [, behind, alone] = (speaksOfBoth ? LIGHT_IN.exec(said) : undefined) ?? [];
    const light = NAMES_LIGHT.test(keyword) ? said : (behind ?? alone);
    const observer = NAMES_OBSERVER.test(keyword)
      ? /\d+/.exec(said)?.[0]
      : speaksOfBoth
        ? OBSERVER_IN.exec(said)?.[1]
        : undefined;
    if (light !== undefined && !UNSAID.test(light)) {
      // What the instrument alone said no longer counts.
      if (!isOfInstrument && !this.isNamed) this.fault = undefined;
      this.isNamed ||= !isOfInstrument;
      this.takeLight(light);
    }
    this.takeObserver(observer, said);
  }

  private takeLight(said: string): void {
    const [, letter = "", digits = "", observer] = LIGHT.exec(said) ?? [];
    const known = TAKEN.find((name) => name === letter.toUpperCase() + digits);
    if (known) this.light = known;
    else this.fault = { code: "other-light", said };
    this.takeObserver(observer, said);
  }

  private takeObserver(degrees: string | undefined, said: string): void {
    if (degrees !== undefined && Number(degrees) !== OBSERVER_DEGREES)
      this.fault = { code: "other-observer", said };
  }
}
