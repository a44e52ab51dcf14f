"use client";

/** A reading from a photo that has something of known colour in it: a card, or the target itself. */
import { nanoid } from "nanoid";
import { useState } from "react";
import { type LabD65, labD65 } from "../../core/color/types";
import {
  CARD_LIGHTNESS,
  estimateLight,
  type FoundLight,
  type ReferenceFailure,
  underLight,
} from "../../core/picture/pictureLight";
import { placeOf, type Sample } from "../../core/picture/pixels";
import type { Result } from "../../core/result";
import { FROM_PHOTO_UNCERTAINTY } from "../../domain/reading/uncertainty";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { FileField, TextField } from "../../ui/fields";
import { Notice } from "../../ui/Notice";
import { Patch } from "../../ui/Patch";
import { PictureStage, type Spot, type StageMark } from "../picture/PictureStage";
import { pictureFailureWords, referenceFailureWords } from "../../words/pictures";
import { useSettings } from "../studio/useStudio";
import { usePicture } from "../picture/usePicture";
import { describeLab } from "../../words/colors";
import { Status } from "../../ui/Status";

/** Radius of the circle as a share of the picture's longer side. */
const RADIUS = 0.012;
/** A dab whose pixels are lost at an end of a channel, or that varies so much, is shine or an edge. */
const MOST_CLIPPED = 0.1;
const MOST_SPREAD = 6;

type Aim = "reference" | "dab";
type Found = { readonly spot: Spot; readonly sample: Sample };

/** What of known colour is in the photo. */
export type PhotoReference = "card" | { readonly name: string; readonly lab: LabD65 };

export function ReadFromPhoto({
  reference,
  thing,
  onTake,
}: {
  reference: PhotoReference;
  /** What is read, as in "the dab". */
  thing: string;
  onTake: (lab: LabD65, uncertaintyDeltaE2000: number) => void;
}) {
  const settings = useSettings();
  const referenceName = reference === "card" ? "card" : reference.name;
  const [photo, setPhoto] = useState<{ readonly id: string; readonly name: string; readonly blob: Blob }>();
  const [aim, setAim] = useState<Aim>("reference");
  const [lightness, setLightness] = useState(String(CARD_LIGHTNESS.white));
  const [card, setCard] = useState<Found>();
  const [dab, setDab] = useState<Found>();
  const picture = usePicture(photo);
  const open = picture.state.status === "open" ? picture.state : undefined;
  const radiusPx = open ? Math.max(2, RADIUS * Math.max(open.info.widthPx, open.info.heightPx)) : 0;

  const cardLightness = Number(lightness);
  const isLightness = reference !== "card" || (cardLightness > 0 && cardLightness <= 100);
  const light: Result<FoundLight, ReferenceFailure> | undefined =
    card && open && isLightness
      ? estimateLight([
          {
            sample: card.sample,
            place: placeOf(open.info, card.spot.xPx, card.spot.yPx),
            truth: reference === "card" ? labD65(cardLightness, 0, 0) : reference.lab,
          },
        ])
      : undefined;
  const lab =
    dab && open && light?.ok
      ? underLight(dab.sample.lab, light.value, placeOf(open.info, dab.spot.xPx, dab.spot.yPx))
      : undefined;
  const word =
    light && !light.ok ? referenceFailureWords(light.failure) : dab && dabWords(dab.sample, lab, thing);

  const find = async (spot: Spot): Promise<void> => {
    const sample = await picture.ask((remote) => remote.sample(spot.xPx, spot.yPx, radiusPx));
    if (!sample) return;
    if (aim === "reference") setCard({ spot, sample });
    else setDab({ spot, sample });
  };
  const marks = [card && { ...card.spot, text: referenceName }, dab && { ...dab.spot, text: thing }].filter(
    (mark): mark is StageMark => mark !== undefined,
  );

  return (
    <div className="flex flex-col gap-3">
      <p>
        {reference === "card"
          ? "Photograph the strip flat, in even daylight, with a white or grey card beside it and nothing burnt out."
          : `Photograph ${thing} and the ${referenceName} side by side, flat, in one even light, without shine.`}
      </p>
      <FileField
        label={
          reference === "card"
            ? "Photo of the strip and the card"
            : `Photo of ${thing} and the ${referenceName}`
        }
        accept="image/*"
        onFile={(file) => {
          setPhoto({ id: nanoid(), name: file.name, blob: file });
          setCard(undefined);
          setDab(undefined);
          setAim("reference");
        }}
      />
      {picture.state.status === "opening" ? <Status>Opening the photo</Status> : null}
      <Notice>{picture.failure && pictureFailureWords(picture.failure)}</Notice>
      {open ? (
        <>
          {reference === "card" ? (
            <TextField
              label="The card's L*: 94 for white paper, 49.5 for a photographer's grey"
              inputMode="decimal"
              value={lightness}
              error={isLightness ? undefined : "A card's L* is a number above 0 and up to 100."}
              onChange={(event) => {
                setLightness(event.target.value);
              }}
            />
          ) : null}
          <Choice
            label="Touch in the photo"
            value={aim}
            options={[
              { value: "reference", label: `the ${referenceName}` },
              { value: "dab", label: thing },
            ]}
            onChange={setAim}
          />
          <PictureStage
            picture={picture}
            name={photo?.name ?? ""}
            marks={marks}
            spot={(aim === "reference" ? card : dab)?.spot}
            radiusPx={radiusPx}
            maxHeight="40dvh"
            onSpot={(spot) => {
              void find(spot);
            }}
          />
        </>
      ) : null}
      <Notice>{word}</Notice>
      {card && light?.ok && !dab ? (
        <Status>
          The {referenceName} is read. Now choose {thing} above and touch it.
        </Status>
      ) : null}
      {dab && lab && !word ? (
        <>
          <div className="flex">
            <Patch
              lab={dab.sample.lab}
              label={`In the photo: ${describeLab(dab.sample.lab, settings).sentence}`}
              className="h-24 flex-1"
            />
            <Patch
              lab={lab}
              label={`Corrected: ${describeLab(lab, settings).sentence}`}
              className="h-24 flex-1"
            />
          </div>
          <Status>
            Left as photographed, right by the {referenceName}: {describeLab(lab, settings).sentence}
          </Status>
          <Button
            weight="main"
            className="self-start"
            onClick={() => {
              onTake(lab, FROM_PHOTO_UNCERTAINTY);
            }}
          >
            Record this reading
          </Button>
        </>
      ) : null}
    </div>
  );
}

function dabWords(sample: Sample, lab: LabD65 | undefined, thing: string): string | undefined {
  if (sample.clippedShare > MOST_CLIPPED)
    return `Part of ${thing} has no detail left in the photo: shine, or a colour beyond the camera. Touch a part without shine, or take another photo.`;
  if (sample.spreadDeltaE2000 > MOST_SPREAD)
    return `The colour changes too much inside the circle. Touch an even part of ${thing}.`;
  if (lab && lab[0] > 100)
    return `By that, ${thing} would be lighter than white can be: touch a part without shine.`;
  return undefined;
}
