"use client";

/** From a picture, or from typed numbers, to notes: a spot averaged over a circle and said in words. */
import { useLiveQuery } from "dexie-react-hooks";
import Link from "next/link";
import { useEffect, useState } from "react";
import type { Sample } from "../../core/picture/pixels";
import { keepPicture, readPicture } from "../../persistence/studio";
import { buttonClass } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { HoldButton } from "../../ui/HoldButton";
import { Notice } from "../../ui/Notice";
import { useStudio } from "../shared/Studio";
import { useKey } from "../shared/useKey";
import { FileChooser } from "./FileChooser";
import { PictureStage, type Spot } from "../shared/PictureStage";
import { SamplePanel } from "./SamplePanel";
import { TypedNote } from "./TypedNote";
import { usePicture } from "../shared/usePicture";
import { pictureFailureWords } from "../shared/pictureWords";

/** Radius of the averaging circle as a share of the picture's longer side. */
const RADII = { small: 0.004, medium: 0.011, large: 0.028 } as const;
type RadiusName = keyof typeof RADII;

export function SubjectView() {
  const { painting } = useStudio();
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
  const { db, notes, settings } = useStudio();
  const stored = useLiveQuery(() => (pictureId ? readPicture(db, pictureId) : undefined), [db, pictureId]);
  const picture = usePicture(stored);
  const [isGrey, setGrey] = useState(false);
  const [radiusName, setRadiusName] = useState<RadiusName>("medium");
  const [spot, setSpot] = useState<Spot>();
  const [word, setWord] = useState<string>();
  useKey(
    "g",
    settings.singleKeys,
    () => {
      setGrey(true);
    },
    () => {
      setGrey(false);
    },
  );

  const open = picture.state.status === "open" ? picture.state : undefined;
  const longerSide = open ? Math.max(open.info.widthPx, open.info.heightPx) : 0;
  const radiusPx = Math.max(1.5, RADII[radiusName] * longerSide);
  const sample = useSample(picture.sample, open?.pictureId, spot, radiusPx);

  const choose = async (file: File): Promise<void> => {
    setWord(undefined);
    const opened = await picture.tryFile(file);
    if (!opened) return;
    const { widthPx, heightPx, originalWidthPx, originalHeightPx, blob } = opened;
    setSpot(undefined);
    await keepPicture(
      db,
      { paintingId, fileName: file.name, blob, widthPx, heightPx, originalWidthPx, originalHeightPx },
      Date.now(),
    );
    if (widthPx < originalWidthPx) {
      const megapixels = Math.round((originalWidthPx * originalHeightPx) / 1e6);
      setWord(
        `${file.name} has ${megapixels} megapixels; it is kept at ${widthPx} × ${heightPx}, which is plenty for averaging.`,
      );
    }
  };

  return (
    <div className="grid gap-x-6 gap-y-4 p-4 wide:grid-cols-[minmax(0,1fr)_20.5rem] wide:p-5 wide:pl-2">
      <h1 className="sr-only">Subject</h1>
      <div className="min-w-0">
        {open ? (
          <PictureStage
            info={open.info}
            name={stored?.fileName ?? ""}
            isGrey={isGrey}
            bitmap={picture.bitmap}
            marks={notes.flatMap((note) => (note.place ? { ...note.place, text: String(note.number) } : []))}
            spot={spot}
            radiusPx={radiusPx}
            onSpot={setSpot}
          />
        ) : (
          <FileChooser isBig isBusy={picture.state.status === "opening"} onFile={choose} />
        )}
        <p aria-live="polite">{word}</p>
        <Notice className="mt-2">{picture.failure && pictureFailureWords(picture.failure)}</Notice>
        {open ? (
          <div className="mt-2 flex flex-wrap items-center gap-x-5 gap-y-2">
            <Choice
              label="Size of the averaging circle"
              value={radiusName}
              options={[
                { value: "small", label: "small spot" },
                { value: "medium", label: "medium" },
                { value: "large", label: "large" },
              ]}
              onChange={setRadiusName}
            />
            <HoldButton isOn={isGrey} onChange={setGrey} shortcut="G">
              hold for grey
            </HoldButton>
            <FileChooser isBig={false} isBusy={false} onFile={choose} />
          </div>
        ) : null}
      </div>
      <div className="min-w-0">
        {sample && spot ? (
          <SamplePanel
            key={`${spot.xPx},${spot.yPx},${radiusPx}`}
            paintingId={paintingId}
            sample={sample}
            spot={spot}
            radiusPx={radiusPx}
          />
        ) : (
          <p className="text-muted">
            {open
              ? "Touch the picture where the colour is. The circle averages its pixels."
              : "Choose a picture of your subject, or type a colour below."}
          </p>
        )}
        <TypedNote paintingId={paintingId} />
      </div>
    </div>
  );
}

/** The sample under the circle; the one before stays until the next is there. */
function useSample(
  read: (xPx: number, yPx: number, radiusPx: number) => Promise<Sample | undefined>,
  pictureId: string | undefined,
  spot: Spot | undefined,
  radiusPx: number,
): Sample | undefined {
  const [found, setFound] = useState<{ pictureId: string; sample: Sample }>();
  useEffect(() => {
    if (!spot || !pictureId) return undefined;
    let isCurrent = true;
    void read(spot.xPx, spot.yPx, radiusPx).then((sample) => {
      if (isCurrent && sample) setFound({ pictureId, sample });
    });
    return () => {
      isCurrent = false;
    };
    // `read` is a new function on every render but always asks the same worker.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [pictureId, spot, radiusPx]);
  return spot && found && found.pictureId === pictureId ? found.sample : undefined;
}
