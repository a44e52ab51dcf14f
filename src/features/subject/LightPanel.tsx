"use client";

/** Taking the photo's light out: touch cards or patches of known colour. */
import { type LabD65, labD65 } from "../../core/color/types";
import { CARD_LIGHTNESS, underLight } from "../../core/picture/pictureLight";
import { placeOf } from "../../core/picture/pixels";
import type { Picture } from "../../domain/painting/painting";
import { storedFromLab } from "../../domain/reading/storedColor";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { TextField } from "../../ui/fields";
import { Notice } from "../../ui/Notice";
import { Patch } from "../../ui/Patch";
import { referenceFailureWords } from "../../words/pictures";
import { attempt } from "../../kit/studio/problems";
import { useSettings } from "../../kit/studio/useStudio";
import { usePictureCommands } from "../../kit/commands/pictures";
import { parseColor } from "../../kit/reading/parseColor";
import type { OpenPicture } from "../../kit/picture/usePicture";
import { describeLab } from "../../words/colors";
import type { CardChoice, CardKind } from "./card";
import { ChartFields } from "./ChartFields";
import { ReadAgain } from "./ReadAgain";
import type { References } from "./useReferences";
import { Status } from "../../ui/Status";

const CARDS = [
  { value: "white", label: "a white card" },
  { value: "grey", label: "a grey card" },
  { value: "own", label: "a known patch" },
  { value: "chart", label: "a printed chart" },
] as const satisfies readonly { value: CardKind; label: string }[];

/** A card's colour from what was typed: an L* alone is neutral. */
function cardTruth(typed: string): LabD65 | undefined {
  const lightness = Number(typed);
  if (typed.trim() !== "" && Number.isFinite(lightness))
    return lightness > 0 && lightness <= 100 ? labD65(lightness, 0, 0) : undefined;
  const parsed = parseColor(typed);
  return parsed.ok ? parsed.value : undefined;
}

export function LightPanel({
  picture,
  stored,
  references,
  card,
  onCard,
}: {
  picture: OpenPicture;
  stored: Picture;
  references: References;
  card: CardChoice;
  onCard: (card: CardChoice) => void;
}) {
  const settings = useSettings();
  const { setPictureLight } = usePictureCommands();
  const { found, all, problem } = references;
  const info = picture.state.status === "open" ? picture.state.info : undefined;
  const take = async (): Promise<void> => {
    if (!found?.ok) return;
    const { gains, slope, knowsSlope } = found.value;
    await setPictureLight(stored.id, {
      gains: [...gains],
      slope: [...slope],
      knowsSlope,
      references: all.map(({ circle, truth }) => ({ ...circle, truth: storedFromLab(truth, "typed", 1) })),
    });
    references.clear();
  };
  const nameOf = (index: number): string => (all.length > 1 ? `Card ${index + 1}` : "The card");
  return (
    <section aria-label="Light of the picture" className="flex flex-col gap-3">
      <p>
        {stored.light
          ? `Its light is taken out, by ${stored.light.references.length} ${stored.light.references.length === 1 ? "card" : "cards"}.`
          : "Touch a card in the picture. Touch it in several places, or several cards, and light that falls off to one side is taken out too."}
      </p>
      <div className="flex flex-wrap gap-3 empty:hidden">
        {stored.light ? (
          <Button
            onClick={() => {
              attempt(setPictureLight(stored.id, undefined));
            }}
          >
            Put the light back
          </Button>
        ) : null}
        <ReadAgain picture={picture} stored={stored} />
      </div>
      <Choice
        label="What you touch"
        value={card.kind}
        options={CARDS}
        onChange={(kind) => {
          const typed = kind === "white" || kind === "grey" ? String(CARD_LIGHTNESS[kind]) : "";
          onCard({ kind, typed, truth: cardTruth(typed) });
          if (kind !== "chart" && references.chart) references.setChart(undefined);
        }}
      />
      {card.kind === "chart" ? (
        <ChartFields onChart={references.setChart} />
      ) : (
        <TextField
          label={card.kind === "own" ? "Its colour: hex, or L* a* b*" : "Its L*"}
          hint={
            card.kind === "white"
              ? "94 for uncoated paper"
              : card.kind === "grey"
                ? "49.5 for a photographer's grey of 18 %"
                : "#4a7d80, or 46 -15 -13"
          }
          value={card.typed}
          error={
            card.typed.trim() !== "" && !card.truth
              ? "An L* above 0 and up to 100, a hex colour, or three CIELAB numbers."
              : undefined
          }
          onChange={(event) => {
            const typed = event.target.value;
            onCard({ ...card, typed, truth: cardTruth(typed) });
          }}
        />
      )}
      <Notice>{problem}</Notice>
      {found && !found.ok ? (
        <Notice>
          {referenceFailureWords(
            found.failure,
            "index" in found.failure ? nameOf(found.failure.index) : undefined,
          )}
        </Notice>
      ) : null}
      {references.chart && all.length === 0 ? (
        <Status>
          Touch the corner patches:{" "}
          {["top left", "top right", "bottom right", "bottom left"][references.corners.length % 4]} next.
        </Status>
      ) : null}
      {all.length > 0 && !references.chart ? (
        <ul aria-label="Touched cards">
          {all.map(({ sample, truth, circle }, index) => {
            const corrected =
              found?.ok && info
                ? underLight(sample.lab, found.value, placeOf(info, circle.xPx, circle.yPx))
                : undefined;
            return (
              <li key={`${circle.xPx} ${circle.yPx}`} className="flex items-center gap-3 border-t py-1">
                <span className="flex">
                  <Patch
                    lab={sample.lab}
                    label={`As photographed: ${describeLab(sample.lab, settings).sentence}`}
                    className="h-11 w-12"
                  />
                  {corrected ? (
                    <Patch
                      lab={corrected}
                      label={`Corrected: ${describeLab(corrected, settings).sentence}`}
                      className="h-11 w-12"
                    />
                  ) : null}
                </span>
                <span className="min-w-0 flex-1 leading-tight">
                  {nameOf(index)}, L* {truth[0].toFixed(1)}
                </span>
                <Button
                  weight="quiet"
                  aria-label={`take out card ${index + 1}`}
                  onClick={() => {
                    references.remove(index);
                  }}
                >
                  take out
                </Button>
              </li>
            );
          })}
        </ul>
      ) : null}
      {found?.ok ? (
        <>
          <Status>
            {references.chart ? `${all.length} patches read. ` : ""}
            {foundWords(found.value.gains, found.value.slope, found.value.knowsSlope)}
          </Status>
          <div className="flex flex-wrap gap-3">
            <Button
              weight="main"
              isWaiting={references.isReading}
              onClick={() => {
                attempt(take());
              }}
            >
              Take this light out
            </Button>
            <Button weight="quiet" onClick={references.clear}>
              start again
            </Button>
          </div>
        </>
      ) : null}
    </section>
  );
}

/** Casts below this share of the light are not worth a word. */
const CAST = 0.04;

function foundWords(
  [red, green, blue]: readonly [number, number, number],
  [across, down]: readonly [number, number],
  knowsSlope: boolean,
): string {
  const mean = (red + green + blue) / 3;
  const exposure = Math.log2(mean);
  // A channel that has to be lowered was too strong in the photo.
  const casts = [
    red / mean < 1 - CAST ? "red" : "",
    green / mean < 1 - CAST ? "green" : "",
    blue / mean < 1 - CAST ? "blue" : "",
  ].filter(Boolean);
  const parts = [
    Math.abs(exposure) < 0.15
      ? "well exposed"
      : `${Math.abs(exposure).toFixed(1)} stops too ${exposure > 0 ? "dark" : "light"}`,
    casts.length > 0 ? `too ${casts.join(" and ")}` : "without a cast",
  ];
  if (knowsSlope) {
    const strength = Math.hypot(across, down);
    const side =
      Math.abs(across) > Math.abs(down) ? (across > 0 ? "right" : "left") : down > 0 ? "bottom" : "top";
    parts.push(
      strength < 0.06
        ? "evenly lit"
        : `falling off towards the ${side} by ${Math.round(100 * (1 - Math.exp(-strength)))} % over its length`,
    );
  } else parts.push("lit evenly or not: one small card cannot tell");
  return `The photo is ${parts.join(", ")}.`;
}
