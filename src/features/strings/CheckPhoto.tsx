"use client";

/** A photo of the laid-out palette against the grid: what is missing, what is off and by how much, what was swapped. */
import Link from "next/link";
import { useEffect, useRef, useState } from "react";
import { labD65 } from "../../core/color/types";
import { stepsText } from "../../core/describe/difference";
import { valueText } from "../../core/describe/valueScale";
import type { LaidPlace, SeenPlace } from "../../core/picture/laidPalette";
import { CARD_LIGHTNESS } from "../../core/picture/pictureLight";
import type { SheetPoint } from "../../core/picture/squaredSheet";
import { contentsOf } from "../../domain/pile/contents";
import { useDryingOf } from "../../kit/paint/useToDry";
import { useObjectUrl } from "../../kit/picture/useObjectUrl";
import { type Corners, cornersAtFirst, CornerStage } from "../../kit/picture/CornerStage";
import { attempt } from "../../kit/studio/problems";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";
import { FileField } from "../../ui/fields";
import { SelectField } from "../../ui/SelectField";
import { Fold } from "../../ui/Fold";
import { NEXT } from "../../ui/keepFocus";
import { Notice } from "../../ui/Notice";
import { Patch } from "../../ui/Patch";
import { Status } from "../../ui/Status";
import { deltaEText } from "../../words/colors";
import { workFailureWords } from "../../words/failures";
import { pictureFailureWords } from "../../words/pictures";
import { laidFaultWords } from "../../words/strings";
import { createPictureClient, type PictureClient } from "../../workers/clients";
import { AligningDose } from "./AligningDose";
import { type KnownGrid, type SeenCell, seenCell } from "./known";

type Opened = {
  readonly client: PictureClient;
  readonly file: File;
  readonly widthPx: number;
  readonly heightPx: number;
};
const CARDS = ["none", "white", "grey"] as const;
type Card = (typeof CARDS)[number];

export function CheckPhoto(known: KnownGrid) {
  const { grid, plan } = known;
  const settings = useSettings();
  const tubeById = useStudio((studio) => studio.tubeById);
  const [opened, setOpened] = useState<Opened>();
  const [word, setWord] = useState<string>();
  const [corners, setCorners] = useState<Corners>();
  const [cardAt, setCardAt] = useState<SheetPoint>([0, 0]);
  const [card, setCard] = useState<Card>("none");
  const [seen, setSeen] = useState<readonly SeenPlace[]>();
  const [busy, setBusy] = useState<string>();
  const url = useObjectUrl(opened?.file);
  const dryingOf = useDryingOf();
  const client = useRef<PictureClient>(undefined);
  useEffect(() => () => client.current?.dispose(), []);
  // In the order of the board: a string is a column, a value a row.
  const cells = plan.columns.flatMap(({ stringId, cells: own }, column) =>
    own.map((cell, row) => ({ stringId, row, column, cell, ...seenCell(known, cell, tubeById) })),
  );
  const laid = cells.filter(({ state }) => state !== "planned" && state !== "used-up");
  const nameOf = ({ row, column }: { readonly row: number; readonly column: number }): string => {
    const string = grid.strings.find(({ id }) => id === plan.columns[column]?.stringId);
    return `${string?.name ?? ""}, value ${valueText(grid.rows[row] ?? 0, settings.scale)}`;
  };
  const open = async (file: File): Promise<void> => {
    client.current?.dispose();
    client.current = createPictureClient();
    const here = client.current;
    setSeen(undefined);
    setOpened(undefined);
    setWord(undefined);
    setBusy("Opening the photo");
    const asked = await here.ask((remote) => remote.open(file));
    setBusy(undefined);
    if (!asked.ok) setWord(workFailureWords("The photo", asked.failure));
    else if (!asked.value.ok) setWord(pictureFailureWords(asked.value.failure));
    else {
      const { widthPx, heightPx } = asked.value.value;
      setOpened({ client: here, file, widthPx, heightPx });
      setCorners(cornersAtFirst(widthPx, heightPx));
      setCardAt([widthPx / 2, heightPx / 20]);
    }
  };
  const check = async (): Promise<void> => {
    if (!opened || !corners) return;
    setBusy("Reading the piles");
    setWord(undefined);
    const places = cells.map(({ row, column, state, lab, pile }): LaidPlace => {
      const isThere = pile && state !== "planned" && state !== "used-up";
      // On the palette paint lies wet.
      const wet = isThere ? (dryingOf(contentsOf(pile))?.toWet(lab) ?? lab) : undefined;
      return { row, column, expected: wet };
    });
    const asked = await opened.client.ask((remote) =>
      remote.readLaidPalette(
        corners,
        places,
        card === "none" ? undefined : { at: cardAt, lab: labD65(CARD_LIGHTNESS[card], 0, 0) },
      ),
    );
    setBusy(undefined);
    if (!asked.ok) setWord(workFailureWords("The palette", asked.failure));
    else if ("code" in asked.value) setWord(laidFaultWords(asked.value));
    else setSeen(asked.value.places);
  };
  const cellAt = ({ row, column }: SeenPlace): (SeenCell & { readonly stringId: string }) | undefined =>
    cells.find((cell) => cell.row === row && cell.column === column);
  const isMeant = (place: SeenPlace): boolean =>
    laid.some((cell) => cell.row === place.row && cell.column === place.column);
  const wrong = seen?.filter((place) => isMeant(place) && place.state !== "as expected") ?? [];
  const stray = seen?.filter((place) => !isMeant(place) && place.state !== "empty") ?? [];
  return (
    <Fold label="Check a photo of the laid-out palette" className="mt-3" isKept>
      <div className="flex max-w-3xl flex-col gap-3">
        {laid.length === 0 ? (
          <p className="text-muted">No pile of this grid lies on the palette yet. Lay some out first.</p>
        ) : (
          <FileField
            label="The photo of the palette"
            accept="image/*"
            onFile={(file) => {
              attempt(open(file));
            }}
          />
        )}
        <Notice>{word}</Notice>
        {busy ? <Status>{busy}</Status> : null}
        {opened && corners && url ? (
          <>
            <p>
              Move each corner onto the middle of an outermost pile: the strings from left to right, the
              values as they stand in the grid. Leave planned places empty.
            </p>
            <CornerStage
              url={url}
              widthPx={opened.widthPx}
              heightPx={opened.heightPx}
              alt="The laid-out palette"
              corners={corners}
              {...(card !== "none" && {
                further: { name: "The card", at: cardAt, onMove: setCardAt },
              })}
              onChange={(next) => {
                setCorners(next);
                setSeen(undefined);
              }}
            />
            <div className="flex flex-wrap items-end gap-3">
              <SelectField
                label="card in sight"
                value={card}
                onChoose={(picked) => {
                  setCard(CARDS.find((one) => one === picked) ?? "none");
                  setSeen(undefined);
                }}
              >
                <option value="none">none: values are compared</option>
                <option value="white">a white card</option>
                <option value="grey">a grey card</option>
              </SelectField>
              <Button
                weight="main"
                disabled={busy !== undefined}
                {...(seen === undefined && NEXT)}
                onClick={() => {
                  attempt(check());
                }}
              >
                Check the piles
              </Button>
            </div>
          </>
        ) : null}
        {seen ? (
          <section aria-label="What the photo of the palette says">
            <p className="font-bold">
              {wrong.length + stray.length === 0
                ? `All ${laid.length} piles lie in their places and are as believed.`
                : `${laid.length - wrong.length} of ${laid.length} piles are as believed.`}
            </p>
            <ul>
              {wrong.map((place) => (
                <li key={`${place.row} ${place.column}`} className="flex items-center gap-3 border-t py-1">
                  <span className="flex h-11 w-20 shrink-0">
                    <Patch lab={cellAt(place)?.lab ?? place.lab} className="flex-1" />
                    {place.state === "empty" ? null : <Patch lab={place.lab} className="flex-1" />}
                  </span>
                  <span className="leading-snug">
                    <span className="font-semibold">{nameOf(place)}</span>:{" "}
                    {place.state === "empty"
                      ? "the place is empty"
                      : place.state === "swapped"
                        ? `it lies in the place of ${nameOf(place.with)}`
                        : `${stepsText(place.deltaLightness, settings.scale)} too ${place.deltaLightness > 0 ? "light" : "dark"}${card === "none" ? "" : `, ${deltaEText(place.deltaE2000)}`}`}
                    {place.state === "off" ? (
                      <AligningDose
                        pile={cellAt(place)?.pile}
                        believed={known.beliefs}
                        deltaLightness={place.deltaLightness}
                      />
                    ) : null}{" "}
                    {cellAt(place)?.pile ? (
                      <Link
                        href={`/mix?pile=${cellAt(place)?.pile?.id ?? ""}`}
                        className="underline underline-offset-4"
                      >
                        open it
                      </Link>
                    ) : null}
                  </span>
                </li>
              ))}
              {stray.map((place) => (
                <li key={`${place.row} ${place.column}`} className="border-t py-1">
                  <span className="font-semibold">{nameOf(place)}</span>: something lies there, and nothing is
                  laid by the record.
                </li>
              ))}
            </ul>
          </section>
        ) : null}
      </div>
    </Fold>
  );
}
