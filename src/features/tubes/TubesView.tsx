"use client";

/** The box at the left, one tube opened at the right; on a phone one after the other. */
import { clsx } from "clsx";
import { useRouter, useSearchParams } from "next/navigation";
import { useDeferredValue, useEffect, useRef, useState } from "react";
import { Button } from "../../ui/Button";
import { useStudio } from "../../kit/studio/useStudio";
import { offerUndo } from "../../kit/studio/undoStack";
import { useTubeCommands } from "../../kit/commands/tubes";
import { BoxList } from "./BoxList";
import { LookAlikes } from "./LookAlikes";
import { TubePage } from "./TubePage";
import { later } from "../../ui/later";
import { useIsDrawn } from "../../ui/useIsDrawn";

// Fetched when they open.
const AddTube = later(async () => (await import("./AddTube")).AddTube);
const CautionsDrawer = later(async () => (await import("./CautionsDrawer")).CautionsDrawer);

// It is wanted once for a box.
const BoxMedium = later(async () => (await import("./BoxMedium")).BoxMedium, <div className="min-h-11" />);

export function TubesView() {
  const box = useStudio((studio) => studio.box);
  const tubes = useStudio((studio) => studio.tubes);
  const tubeById = useStudio((studio) => studio.tubeById);
  const { restoreTube } = useTubeCommands();
  const router = useRouter();
  const asked = useSearchParams().get("tube");
  const [isAdding, setAdding] = useState(false);
  const [isCautions, setCautions] = useState(false);
  const page = useRef<HTMLElement>(null);
  const isStepIn = useRef(false);
  const open = (tubeId: string): void => {
    const address = `/tubes?tube=${encodeURIComponent(tubeId)}` as const;
    // Where the page takes the place of the list, the way back leads to the list.
    if (page.current?.checkVisibility() === false) {
      isStepIn.current = true;
      router.push(address, { scroll: false });
    } else router.replace(address, { scroll: false });
  };
  const close = (): void => {
    if (isStepIn.current) router.back();
    else router.replace("/tubes", { scroll: false });
    isStepIn.current = false;
  };
  // The place goes with the painter: from a list that is gone, the next step would be looked for, far below the top of the page.
  useEffect(() => {
    if (asked === null) isStepIn.current = false;
    else if (isStepIn.current) page.current?.focus({ preventScroll: true });
  }, [asked]);
  const chosen = asked === null ? undefined : tubeById.get(asked);
  // Wide screens have room for a page beside the list, so one is always open there.
  const shown = chosen ?? box.find((tube) => tube.archivedAt === undefined);
  // The list is there first; what is worked out about the opened tube follows.
  const isDrawn = useIsDrawn();
  const opened = useDeferredValue(isDrawn ? shown : undefined);
  return (
    <div className="flex flex-col wide:grid wide:h-full wide:grid-cols-[21rem_minmax(0,1fr)]">
      <section
        aria-label="Your box"
        className={clsx(
          "flex min-h-0 flex-col p-4 wide:overflow-y-auto wide:p-5 wide:pr-4 wide:pl-2",
          chosen && "hidden wide:flex",
        )}
      >
        <div className="flex flex-wrap items-baseline justify-between gap-x-3">
          <h1 className="text-xl font-bold">Tubes</h1>
          <span className="flex flex-wrap gap-x-3">
            <Button
              weight="quiet"
              onClick={() => {
                setCautions(true);
              }}
            >
              cautions
            </Button>
            <Button
              weight="quiet"
              onClick={() => {
                setAdding(true);
              }}
            >
              add tubes
            </Button>
          </span>
        </div>
        <LookAlikes />
        {tubes.length === 0 ? (
          <p className="mt-2">
            Nothing in your box yet. Add the paints that you own; each starts from a generic model and becomes
            your own with the first test.
          </p>
        ) : (
          <>
            <BoxMedium />
            <BoxList box={tubes} openId={shown?.id} onOpen={open} />
          </>
        )}
      </section>
      <section
        ref={page}
        tabIndex={-1}
        aria-label="Tube"
        className={clsx("min-w-0 outline-none wide:overflow-y-auto", chosen ? "" : "hidden wide:block")}
      >
        {opened ? (
          <TubePage
            key={opened.id}
            tube={opened}
            onBack={close}
            onOpen={open}
            onDeleted={(deleted) => {
              offerUndo(
                `${tubeById.get(deleted.tubeId)?.label ?? "The tube"} is out of the box.`,
                async () => {
                  await restoreTube(deleted);
                  open(deleted.tubeId);
                },
              );
              close();
            }}
          />
        ) : null}
      </section>
      {isCautions ? <CautionsDrawer isOpen onOpenChange={setCautions} /> : null}
      {isAdding ? (
        <AddTube
          isOpen
          onOpenChange={setAdding}
          onAdded={(tubeId) => {
            setAdding(false);
            open(tubeId);
          }}
        />
      ) : null}
    </div>
  );
}
