"use client";

/** Notes that the picture itself proposes: its colour families by area, to keep, merge or drop. */
import { useState } from "react";
import type { Picture } from "../../domain/painting/painting";
import { storedFromLab } from "../../domain/reading/storedColor";
import { Button } from "../../ui/Button";
import { Patch } from "../../ui/Patch";
import { attempt } from "../../kit/studio/problems";
import { useSettings } from "../../kit/studio/useStudio";
import { usePaintingCommands } from "../../kit/commands/paintings";
import type { OpenPicture } from "../../kit/picture/usePicture";
import { describeLab } from "../../words/colors";
import { photoUncertainty } from "../../domain/reading/uncertainty";
import { placeRow } from "./noteFromPick";
import type { Families, Proposal } from "./useFamilies";
import { Status } from "../../ui/Status";

export function FamiliesPanel({
  picture,
  stored,
  families,
}: {
  picture: OpenPicture;
  stored: Picture;
  families: Families;
}) {
  const settings = useSettings();
  const { addNote } = usePaintingCommands();
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const [word, setWord] = useState("");
  const { proposals, extremes, isAsking } = families;
  const chosen = (proposals ?? []).filter(({ letter }) => ticked.includes(letter));
  const letters = chosen.map(({ letter }) => letter);

  const keepOne = async ({ spot, lab }: Proposal): Promise<void> => {
    const radiusPx = Math.max(3, spot.radiusPx);
    const [sample, neighbours] = await Promise.all([
      picture.ask((remote) => remote.sample(spot.xPx, spot.yPx, radiusPx)),
      picture.ask((remote) => remote.neighbours(spot.xPx, spot.yPx, radiusPx)),
    ]);
    if (!sample) return;
    await addNote(
      {
        paintingId: stored.paintingId,
        name: describeLab(lab, settings).hue,
        target: storedFromLab(lab, "picture", photoUncertainty(stored.light)),
        place: placeRow(
          stored.id,
          stored.light,
          {
            circles: { middle: { xPx: spot.xPx, yPx: spot.yPx, radiusPx } },
            middle: sample,
            light: undefined,
            dark: undefined,
            neighbours: neighbours ?? [],
          },
          [],
        ),
      },
      Date.now(),
    );
  };
  const keep = async (): Promise<void> => {
    for (const proposal of chosen) await keepOne(proposal);
    families.drop(letters);
    setTicked([]);
    setWord(`${chosen.length} ${chosen.length === 1 ? "note" : "notes"} kept.`);
  };

  return (
    <section aria-label="Colour families" className="flex flex-col gap-3">
      {isAsking ? (
        <Status>Sorting the picture&apos;s colours</Status>
      ) : (
        <Button
          className="self-start"
          weight={proposals ? "plain" : "main"}
          onClick={() => {
            setWord("");
            setTicked([]);
            attempt(families.propose());
          }}
        >
          {proposals ? "Suggest again" : "Suggest notes from the picture"}
        </Button>
      )}
      {extremes ? (
        <p className="text-muted">
          Marked in the picture: the lightest spot, {describeLab(extremes.lightest.lab, settings).value}; the
          darkest, {describeLab(extremes.darkest.lab, settings).value}; the most chromatic, C*{" "}
          {Math.hypot(extremes.mostChromatic.lab[1], extremes.mostChromatic.lab[2]).toFixed(0)}.
        </p>
      ) : null}
      {proposals ? (
        <ul aria-label="Proposed notes">
          {proposals.map((proposal) => {
            const { letter, lab, share } = proposal;
            const percent = 100 * share;
            return (
              <li key={letter} className="border-t py-1">
                <label className="flex min-h-11 items-center gap-3">
                  <input
                    type="checkbox"
                    className="size-5 accent-ink"
                    checked={ticked.includes(letter)}
                    onChange={(event) => {
                      setTicked(
                        event.target.checked ? [...ticked, letter] : ticked.filter((one) => one !== letter),
                      );
                    }}
                  />
                  <Patch lab={lab} className="h-11 w-14 shrink-0" />
                  <span className="min-w-0 flex-1 leading-tight">
                    <span className="font-semibold">
                      {letter}, {percent < 10 ? percent.toFixed(1) : percent.toFixed(0)} % of the area
                    </span>
                    <span className="block text-sm text-muted">{describeLab(lab, settings).sentence}</span>
                  </span>
                </label>
              </li>
            );
          })}
        </ul>
      ) : null}
      {proposals && proposals.length > 0 ? (
        <div className="flex flex-wrap gap-3">
          <Button
            weight="main"
            disabled={chosen.length === 0}
            onClick={() => {
              attempt(keep());
            }}
          >
            Keep as notes
          </Button>
          <Button
            disabled={chosen.length < 2}
            onClick={() => {
              families.merge(letters);
              setTicked([]);
            }}
          >
            Merge
          </Button>
          <Button
            disabled={chosen.length === 0}
            onClick={() => {
              families.drop(letters);
              setTicked([]);
            }}
          >
            Drop
          </Button>
        </div>
      ) : null}
      <Status>{word}</Status>
    </section>
  );
}
