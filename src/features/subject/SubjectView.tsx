"use client";

/** From a picture, or from a thing without one, to notes: read under a known light and said in words. */
import { clsx } from "clsx";
import { useLiveQuery } from "dexie-react-hooks";
import Link from "next/link";
import { Tabs } from "radix-ui";
import { useState } from "react";
import { readPicture } from "../../persistence/pictures";
import { buttonClass } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Notice } from "../../ui/Notice";
import { Working } from "../../ui/Working";
import { type Hanging, PictureStage, type Spot, type StageMark } from "../../kit/picture/PictureStage";
import { pictureFailureWords } from "../../words/pictures";
import { useDb, useStudio } from "../../kit/studio/useStudio";
import { usePicture } from "../../kit/picture/usePicture";
import { FITTED, type Zoom } from "../../kit/picture/useZoom";
import { AimsPanel } from "./AimsPanel";
import { FamiliesPanel } from "./FamiliesPanel";
import { FileChooser } from "./FileChooser";
import { cardTruth, FIRST_CARD, LightPanel } from "./LightPanel";
import { type LookName, lookOf, type LookSettings, needsPalette, USUAL_LOOKS } from "./looks";
import { PalettePanel } from "./PalettePanel";
import { PictureShelf } from "./PictureShelf";
import { SamplePanel } from "./SamplePanel";
import { SeePanel } from "./SeePanel";
import { LEAST_RADIUS_PX, RADII, type RadiusName, StageTools } from "./StageTools";
import { StepShares } from "./StepShares";
import { useFamilies } from "./useFamilies";
import { useNewPicture } from "./useNewPicture";
import { usePaletteTable } from "./usePaletteTable";
import { PICK_AIMS, usePick } from "./usePick";
import { useReferences } from "./useReferences";
import { useWall } from "./useWall";
import { WallPanel } from "./WallPanel";
import { WeightsPanel } from "./WeightsPanel";
import { WithoutPicture } from "./WithoutPicture";
import { Status } from "../../ui/Status";

const TABS = [
  { value: "pick", name: "Pick" },
  { value: "light", name: "Light" },
  { value: "see", name: "See" },
  { value: "families", name: "Families" },
  { value: "palette", name: "Palette" },
  { value: "aims", name: "All notes" },
  { value: "weights", name: "Weights" },
  { value: "wall", name: "Piles" },
] as const;
type TabName = (typeof TABS)[number]["value"];

/** L* by which a pile of the palette may be off its row. */
const WALL_TOLERANCE = 4;

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
  const db = useDb();
  const notes = useStudio((studio) => studio.notes);
  const palette = useStudio((studio) => studio.palette);
  const palettes = useStudio((studio) => studio.palettes);
  const stored = useLiveQuery(() => (pictureId ? readPicture(db, pictureId) : undefined), [db, pictureId]);
  const picture = usePicture(stored);
  const fresh = useNewPicture(paintingId, picture);

  const [tab, setTab] = useState<TabName>("pick");
  const [chosenLook, setLook] = useState<LookName>("picture");
  const [held, setHeld] = useState<LookName>();
  const [second, setSecond] = useState<LookName>();
  const [looks, setLooks] = useState<LookSettings>(USUAL_LOOKS);
  const [hanging, setHanging] = useState<Hanging>({ isMirrored: false, isTurned: false });
  const [zoom, setZoom] = useState<Zoom>(FITTED);
  const [radiusName, setRadiusName] = useState<RadiusName>("medium");
  const [card, setCard] = useState(FIRST_CARD);
  const [paletteId, setPaletteId] = useState<string>();
  const [reached, setReached] = useState<{ readonly key: string; readonly share: number }>();

  const open = picture.state.status === "open" ? picture.state : undefined;
  const longerSide = open ? Math.max(open.info.widthPx, open.info.heightPx) : 0;
  const radiusPx = Math.max(LEAST_RADIUS_PX, RADII[radiusName] * longerSide);
  const pick = usePick(picture, radiusPx);
  const references = useReferences(picture, radiusPx, cardTruth(card));
  const wall = useWall(picture, WALL_TOLERANCE);
  const families = useFamilies(picture);

  const through = palettes.find(({ id }) => id === paletteId) ?? palette;
  const look = held ?? chosenLook;
  const isPaletteWanted = tab === "palette" || [look, second].some((name) => name && needsPalette(name));
  const table = usePaletteTable(picture, through, isPaletteWanted);
  // Until the palette has been worked out the picture itself stays.
  const lookNow = (name: LookName): LookName =>
    needsPalette(name) && table.state.status !== "ready" ? "picture" : name;
  const lookKey = table.state.status === "ready" ? table.state.key : "";
  const reachedKey = `${picture.key}|${lookKey}|${looks.toleranceDeltaE2000}`;

  /** What a touch in the picture means, and what is marked in it, follows the open tab. */
  const tool = ((): { onSpot: (spot: Spot) => void; spot: Spot | undefined; marks: readonly StageMark[] } => {
    const noteMarks = notes.flatMap(({ place, number }) =>
      place && place.pictureId === open?.pictureId
        ? [{ xPx: place.xPx, yPx: place.yPx, text: String(number) }]
        : [],
    );
    if (tab === "light")
      return {
        onSpot: references.onSpot,
        spot: references.all.at(-1)?.circle ?? references.corners.at(-1),
        marks: references.chart
          ? references.corners.map((spot, i) => ({ ...spot, text: `corner ${i + 1}` }))
          : references.all.map(({ circle }, i) => ({ ...circle, text: `card ${i + 1}` })),
      };
    if (tab === "wall") {
      const off = wall.check?.offPiles ?? [];
      return {
        onSpot: wall.onSpot,
        spot: wall.corners.at(-1),
        marks: wall.check
          ? off.flatMap((pile) => {
              const place = wall.places[pile.row * wall.grid.columns + pile.column];
              return place ? [{ ...place, text: pile.off < 0 ? "too dark" : "too light" }] : [];
            })
          : wall.corners.map((spot, i) => ({ ...spot, text: String(i + 1) })),
      };
    }
    const { light, dark } = pick.spots;
    const proposed = [
      ...(families.proposals ?? []).map(({ spot, letter }) => ({ ...spot, text: letter })),
      ...(families.extremes
        ? [
            { ...families.extremes.lightest, text: "lightest" },
            { ...families.extremes.darkest, text: "darkest" },
            { ...families.extremes.mostChromatic, text: "most chroma" },
          ]
        : []),
    ];
    return {
      onSpot: pick.onSpot,
      spot: pick.spots[pick.aim] ?? pick.spots.middle,
      marks:
        tab === "families"
          ? proposed
          : [
              ...noteMarks,
              ...(light && pick.aim !== "light" ? [{ ...light, text: "light" }] : []),
              ...(dark && pick.aim !== "dark" ? [{ ...dark, text: "shadow" }] : []),
            ],
    };
  })();

  const stage = (name: LookName) => (
    <PictureStage
      picture={picture}
      name={stored?.id === open?.pictureId ? (stored?.fileName ?? "") : (fresh.fileName ?? "")}
      look={lookOf(lookNow(name), looks)}
      lookKey={needsPalette(name) ? lookKey : ""}
      marks={tool.marks}
      spot={tool.spot}
      radiusPx={radiusPx}
      onSpot={tool.onSpot}
      onSeen={({ reachedShare }) => {
        if (reachedShare !== undefined) setReached({ key: reachedKey, share: reachedShare });
      }}
      hanging={hanging}
      zoom={zoom}
      onZoom={setZoom}
      maxHeight="var(--stage-height)"
    />
  );
  const changeLooks = (changes: Partial<LookSettings>): void => {
    setLooks((was) => ({ ...was, ...changes }));
  };
  const isHere = stored !== undefined && stored.id === open?.pictureId;

  return (
    <div className="grid grid-cols-1 gap-x-6 gap-y-2 px-4 pb-4 wide:h-full wide:grid-cols-[minmax(0,1fr)_22rem] wide:p-0 wide:pl-2">
      <h1 className="sr-only">Subject</h1>
      <div className="contents min-w-0 [--stage-height:38dvh] wide:block wide:overflow-y-auto wide:py-5 wide:[--stage-height:calc(100dvh-22.5rem)]">
        {open ? (
          // On a phone the picture stays in sight while the panel below it is scrolled.
          <div
            className={clsx(
              "sticky top-0 z-10 -mx-4 grid gap-2 bg-surface px-4 py-1 wide:static wide:mx-0 wide:p-0",
              second && "grid-cols-2",
            )}
          >
            {stage(look)}
            {second ? stage(second) : null}
          </div>
        ) : picture.state.status === "opening" ? (
          <p className="flex min-h-56 items-center justify-center border-2 border-dashed border-edge text-muted wide:min-h-96">
            Opening the picture
          </p>
        ) : (
          <FileChooser isBig onFile={fresh.choose} />
        )}
        {picture.opening ? (
          <Working onGiveUp={picture.giveUp}>
            {picture.opening === "reading" ? "Reading the file" : "Unfolding the picture"}
          </Working>
        ) : null}
        <Status className="empty:hidden">{fresh.isKeeping ? "Keeping the picture" : fresh.word}</Status>
        <Notice className="mt-2">{picture.failure && pictureFailureWords(picture.failure)}</Notice>
        {open ? (
          <>
            {[look, second].includes("steps") ? <StepShares picture={picture} steps={looks.steps} /> : null}
            <StageTools
              held={held}
              onHold={setHeld}
              radiusName={radiusName}
              onRadius={setRadiusName}
              hanging={hanging}
              onHanging={setHanging}
              zoom={zoom}
              onZoom={setZoom}
            />
          </>
        ) : null}
        <div className="order-last">
          <PictureShelf
            paintingId={paintingId}
            pictureId={pictureId}
            isOpen={open !== undefined}
            onFile={fresh.choose}
            onChange={picture.release}
          />
        </div>
      </div>
      <div className="min-w-0 wide:overflow-y-auto wide:py-5 wide:pr-5">
        <Tabs.Root
          value={tab}
          onValueChange={(next) => {
            const found = TABS.find(({ value }) => value === next);
            if (found) setTab(found.value);
          }}
        >
          <Tabs.List
            aria-label="What to do with the picture"
            className="grid grid-cols-4 border-b-2 border-ink"
          >
            {TABS.map(({ value, name }) => (
              <Tabs.Trigger
                key={value}
                value={value}
                className="min-h-11 min-w-11 px-1 text-muted data-[state=active]:bg-ink data-[state=active]:font-bold data-[state=active]:text-surface"
              >
                {name}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <Tabs.Content value="pick" className="pt-3">
            {pick.picked && isHere ? (
              <SamplePanel
                key={`${pick.picked.circles.middle.xPx},${pick.picked.circles.middle.yPx}`}
                paintingId={paintingId}
                picture={picture}
                pictureId={stored.id}
                light={stored.light}
                picked={pick.picked}
                readNow={pick.readNow}
                aims={
                  <Choice
                    label="What you touch"
                    value={pick.aim}
                    options={PICK_AIMS}
                    onChange={pick.setAim}
                  />
                }
              />
            ) : (
              <p className="text-muted">
                {open
                  ? "Touch the picture where the colour is. The circle averages its pixels."
                  : "Choose a picture of your subject, or name a colour below."}
              </p>
            )}
            <WithoutPicture paintingId={paintingId} />
          </Tabs.Content>
          {TABS.filter(({ value }) => value !== "pick").map(({ value }) => (
            <Tabs.Content key={value} value={value} className="pt-3">
              {value === "aims" ? (
                <AimsPanel />
              ) : value === "weights" ? (
                <WeightsPanel picture={picture} />
              ) : !open || !isHere ? (
                <p className="text-muted">{open ? "Keeping the picture" : "Choose a picture first."}</p>
              ) : value === "light" ? (
                <LightPanel
                  picture={picture}
                  stored={stored}
                  references={references}
                  card={card}
                  onCard={setCard}
                />
              ) : value === "see" ? (
                <SeePanel
                  picture={picture}
                  look={chosenLook}
                  onLook={setLook}
                  second={second}
                  onSecond={setSecond}
                  settings={looks}
                  onSettings={changeLooks}
                />
              ) : value === "families" ? (
                <FamiliesPanel picture={picture} stored={stored} families={families} />
              ) : value === "palette" ? (
                <PalettePanel
                  palette={through}
                  onPalette={setPaletteId}
                  table={table.state}
                  onGiveUp={table.giveUp}
                  onRetry={table.retry}
                  look={chosenLook}
                  onLook={setLook}
                  settings={looks}
                  onSettings={changeLooks}
                  reachedShare={reached?.key === reachedKey ? reached.share : undefined}
                />
              ) : (
                <WallPanel wall={wall} />
              )}
            </Tabs.Content>
          ))}
        </Tabs.Root>
      </div>
    </div>
  );
}
