"use client";

/** From a picture, or from a thing without one, to notes: read under a known light and said in words. */
import { clsx } from "clsx";
import { useAnswered } from "../../kit/store/useStored";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useState } from "react";
import { type Hanging, PictureStage } from "../../kit/picture/PictureStage";
import { type OpenPicture, usePicture } from "../../kit/picture/usePicture";
import { FITTED, type Zoom } from "../../kit/picture/zoomed";
import { useStudio } from "../../kit/studio/useStudio";
import { readPicture } from "../../kit/store/calls";
import { Button, buttonClass } from "../../ui/Button";
import { ASKING } from "../../ui/keepFocus";
import { Notice } from "../../ui/Notice";
import { Status } from "../../ui/Status";
import { Working } from "../../ui/Working";
import { pictureFailureWords } from "../../words/pictures";
import { FileChooser } from "./FileChooser";
import { FIRST_CARD } from "./card";
import { lookOf, needsPalette } from "./looks";
import { PictureShelf } from "./PictureShelf";
import { LEAST_RADIUS_PX, RADII, type RadiusName, StageTools } from "./StageTools";
import { StepShares } from "./StepShares";
import { type StageTool, toolOf } from "./stageTool";
import { SubjectPanels } from "./SubjectPanels";
import type { TabName } from "./tabs";
import { useFamilies } from "./useFamilies";
import { type NewPictureState, useNewPicture } from "./useNewPicture";
import { usePick } from "./usePick";
import { useReferences } from "./useReferences";
import { type Seeing, useSeeing } from "./useSeeing";
import { usePileGrid } from "./usePileGrid";

/** L* by which a pile of the palette may be off its row. */
const GRID_TOLERANCE = 4;

export function SubjectView() {
  const painting = useStudio((studio) => studio.painting);
  if (!painting) {
    return (
      <div className="p-5">
        <h1 className="text-xl font-bold">No painting yet</h1>
        <p className="mt-2">Start one first, so that the colours you find have a place.</p>
        <Link href="/" className={buttonClass("main", "mt-4")}>
          Start a painting
        </Link>
      </div>
    );
  }
  return <Subject key={painting.id} paintingId={painting.id} pictureId={painting.pictureId} />;
}

function Subject({ paintingId, pictureId }: { paintingId: string; pictureId: string | undefined }) {
  const notes = useStudio((studio) => studio.notes);
  const read = useAnswered(readPicture, pictureId ? [pictureId] : undefined);
  const kept = read?.value;
  const picture = usePicture(pictureId !== undefined && !read ? "reading" : kept);
  const fresh = useNewPicture(paintingId, picture);
  const [tab, setTab] = useState<TabName>("pick");
  const [radiusName, setRadiusName] = useState<RadiusName>("medium");
  const [card, setCard] = useState(FIRST_CARD);
  const open = picture.state.status === "open" ? picture.state : undefined;
  const longerSide = open ? Math.max(open.info.widthPx, open.info.heightPx) : 0;
  const radiusPx = Math.max(LEAST_RADIUS_PX, RADII[radiusName] * longerSide);
  const asked = useAskedNote(open?.pictureId);
  const pick = usePick(picture, radiusPx, asked.place);
  const references = useReferences(picture, radiusPx, card.truth);
  const grid = usePileGrid(picture, GRID_TOLERANCE);
  const families = useFamilies(picture);
  const seeing = useSeeing(picture, tab);
  const stored = kept?.id === open?.pictureId ? kept : undefined;
  const tool = toolOf(tab, { pick, references, grid, families, notes, pictureId: open?.pictureId });
  return (
    <div className="max-wide:**:scroll-mt-72 short:**:scroll-mt-4! grid grid-cols-1 gap-x-6 gap-y-2 px-4 pb-4 wide:h-full wide:grid-cols-[minmax(0,1fr)_22rem] wide:p-0 wide:pl-2">
      <h1 className="sr-only">Subject</h1>
      <div className="contents min-w-0 [--stage-height:38dvh] wide:block wide:overflow-y-auto wide:py-5 wide:[--stage-height:calc(100dvh-22.5rem)]">
        <Stages
          picture={picture}
          name={stored?.fileName ?? fresh.fileName ?? ""}
          seeing={seeing}
          tool={tool}
          radiusPx={radiusPx}
          radiusName={radiusName}
          onRadius={setRadiusName}
          fresh={fresh}
        />
        {asked.word ? <Status className="mt-2">{asked.word}</Status> : null}
        <div className="order-last">
          <PictureShelf
            paintingId={paintingId}
            pictureId={pictureId}
            isOpen={open !== undefined}
            isKept={stored !== undefined}
            onFile={fresh.choose}
            onChange={picture.release}
          />
        </div>
      </div>
      <div className="min-w-0 wide:overflow-y-auto wide:py-5 wide:pr-5">
        <SubjectPanels
          tab={tab}
          onTab={setTab}
          parts={{
            paintingId,
            picture,
            stored,
            pick,
            references,
            card,
            onCard: setCard,
            seeing,
            families,
            grid,
          }}
        />
      </div>
    </div>
  );
}

/** The note that the address names: its place in this picture, or why there is none to show. */
function useAskedNote(pictureId: string | undefined) {
  const id = useSearchParams().get("note") ?? undefined;
  const note = useStudio((studio) => (id === undefined ? undefined : studio.noteById.get(id)));
  if (!note || !pictureId) return {};
  const { place, number, name } = note;
  if (!place) return { word: `Note ${number}, ${name}, was not found in a picture.` };
  if (place.pictureId !== pictureId)
    return { word: `Note ${number}, ${name}, was found in another picture of this painting.` };
  return { place: { id: note.id, xPx: place.xPx, yPx: place.yPx } };
}

/** The picture, once or twice, and what is held or turned while one looks. */
function Stages({
  picture,
  name,
  seeing,
  tool,
  radiusPx,
  radiusName,
  onRadius,
  fresh,
}: {
  picture: OpenPicture;
  name: string;
  seeing: Seeing;
  tool: StageTool;
  radiusPx: number;
  radiusName: RadiusName;
  onRadius: (name: RadiusName) => void;
  fresh: NewPictureState;
}) {
  const [hanging, setHanging] = useState<Hanging>({ isMirrored: false, isTurned: false });
  const [zoom, setZoom] = useState<Zoom>(FITTED);
  const isOpen = picture.state.status === "open";
  return (
    <>
      {isOpen ? (
        // On a phone the picture stays in sight while the panel below it is scrolled.
        <div
          className={clsx(
            "sticky top-0 z-10 -mx-4 grid gap-2 bg-surface px-4 py-1 short:static wide:static wide:mx-0 wide:p-0",
            seeing.second && "grid-cols-2",
          )}
        >
          {seeing.shown.map((look, i) => (
            <PictureStage
              key={i}
              picture={picture}
              name={name}
              look={lookOf(seeing.readyLook(look), seeing.settings)}
              lookKey={needsPalette(look) ? seeing.palette.key : ""}
              {...tool}
              radiusPx={radiusPx}
              onSeen={({ reachedShare }) => {
                if (reachedShare !== undefined) seeing.palette.onReached(reachedShare);
              }}
              hanging={hanging}
              zoom={zoom}
              onZoom={setZoom}
              maxHeight="var(--stage-height)"
            />
          ))}
        </div>
      ) : picture.state.status === "opening" ? (
        <p
          {...ASKING}
          className="flex min-h-56 items-center justify-center border-2 border-dashed border-edge text-muted wide:min-h-96"
        >
          Opening the picture
        </p>
      ) : (
        <FileChooser isBig onFile={fresh.choose} />
      )}
      {picture.opening ? (
        <Working onGiveUp={picture.giveUp}>
          {picture.opening === "reading" ? "Reading the file" : "Opening the picture in full"}
        </Working>
      ) : null}
      <Status className="empty:hidden">{fresh.isKeeping ? "Keeping the picture" : fresh.word}</Status>
      {picture.failure ? (
        <Notice className="mt-2">
          {pictureFailureWords(picture.failure)}
          {picture.failure.code === "lost" ? (
            <Button className="mt-2 block" onClick={picture.retry}>
              Try again
            </Button>
          ) : null}
        </Notice>
      ) : null}
      {isOpen ? (
        <>
          {seeing.shown.includes("steps") ? (
            <StepShares picture={picture} steps={seeing.settings.steps} />
          ) : null}
          <StageTools
            held={seeing.held}
            onHold={seeing.hold}
            radiusName={radiusName}
            onRadius={onRadius}
            hanging={hanging}
            onHanging={setHanging}
            zoom={zoom}
            onZoom={setZoom}
          />
        </>
      ) : null}
    </>
  );
}
