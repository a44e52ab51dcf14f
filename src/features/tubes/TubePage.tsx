"use client";

/** One tube: its ladder in white, what it does, how sure the model is, and what to mind. */
import { ArrowLeft } from "lucide-react";
import { useMemo, useState } from "react";
import { cautionsFor } from "../../words/cautions";
import type { Tube } from "../../domain/tube/tube";
import type { DeletedTube } from "../../persistence/tubes";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { Drawer } from "../../ui/Drawer";
import { Menu, MenuItem } from "../../ui/Menu";
import { genericOpticsOf, opticsOfTube } from "../../domain/tube/optics";
import { useSettings, useStudio } from "../../kit/studio/useStudio";
import { attempt } from "../../kit/studio/problems";
import { useTubeCommands } from "../../kit/commands/tubes";
import { basisWords } from "../../domain/tube/box";
import { MinuteAdvice } from "./MinuteAdvice";
import { TintLadder } from "./TintLadder";
import { SaveReadings } from "./SaveReadings";
import { TubePhoto } from "./TubePhoto";
import { characterSentences, factsOf, movedWords, propertyWords } from "../../words/tubes";
import { later } from "../../ui/later";

// What opens in a drawer is fetched when it does.
const CompareTubes = later(async () => (await import("./CompareTubes")).CompareTubes);
const LearnFromPiles = later(async () => (await import("../../kit/learn/LearnFromPiles")).LearnFromPiles);
const TubeForm = later(async () => (await import("./TubeForm")).TubeForm);
const TubeTest = later(async () => (await import("./TubeTest")).TubeTest);

type OpenDrawer = "edit" | "test" | "compare" | "learn" | undefined;

export function TubePage({
  tube,
  onBack,
  onOpen,
  onDeleted,
}: {
  tube: Tube;
  onBack: () => void;
  onOpen: (tubeId: string) => void;
  onDeleted: (undo: DeletedTube) => void;
}) {
  const box = useStudio((studio) => studio.box);
  const settings = useSettings();
  const { restoreTube } = useTubeCommands();
  const [drawer, setDrawer] = useState<OpenDrawer>();
  const optics = opticsOfTube(tube);
  const active = useMemo(() => box.filter((other) => other.archivedAt === undefined), [box]);
  const sentences = useMemo(() => {
    const others = active.flatMap((other) => (other.id === tube.id ? [] : (opticsOfTube(other) ?? [])));
    return optics ? characterSentences(optics, others, settings) : "";
  }, [active, optics, settings, tube.id]);
  const facts = useMemo(() => factsOf(tube, active, settings), [tube, active, settings]);
  const close = (): void => {
    setDrawer(undefined);
  };
  return (
    <div className="p-4 wide:p-5 wide:pl-2">
      <Button weight="quiet" className="wide:hidden" onClick={onBack}>
        <ArrowLeft aria-hidden="true" className="size-5" /> all tubes
      </Button>
      <div className="flex flex-wrap items-baseline justify-between gap-x-6">
        <h2 className="text-2xl font-bold">{tube.label}</h2>
        <p className="text-muted">{propertyWords(tube)}</p>
      </div>
      {tube.deletedAt !== undefined ? (
        <p className="font-semibold">Deleted: it stays here for the recipes and piles that hold it.</p>
      ) : tube.archivedAt !== undefined ? (
        <p className="font-semibold">Archived: it is not offered for boards.</p>
      ) : null}
      {optics ? (
        <>
          <p className="mt-1 max-w-prose">{sentences}</p>
          <TintLadder optics={optics} medium={tube.medium} />
        </>
      ) : (
        <Notice className="mt-2">
          This tube names a generic model that does not ship, so nothing can be predicted with it. Edit it and
          choose another.
        </Notice>
      )}
      <div className="mt-3 grid gap-x-8 gap-y-4 wide:grid-cols-2">
        <section>
          <h3 className="border-b-2 border-ink font-bold">What it does</h3>
          <dl>
            {facts.map((fact) => (
              <div key={fact.name} className="flex flex-wrap justify-between gap-x-4 border-b py-1.5">
                <dt className="text-muted">{fact.name}</dt>
                <dd className="font-semibold">{fact.words}</dd>
              </div>
            ))}
          </dl>
        </section>
        <HowSure
          tube={tube}
          onLearn={() => {
            setDrawer("learn");
          }}
          onOpen={onOpen}
        />
      </div>
      {tube.deletedAt === undefined ? (
        <TubeActions tube={tube} onDrawer={setDrawer} onOpen={onOpen} onDeleted={onDeleted} />
      ) : (
        <Button
          weight="main"
          className="mt-4"
          onClick={() => {
            attempt(restoreTube({ tubeId: tube.id, palettes: [] }));
          }}
        >
          Put it back into the box
        </Button>
      )}
      <Cautions tube={tube} />
      <Remarks tube={tube} />
      <TubePhoto tube={tube} />
      {optics ? <SaveReadings tube={tube} /> : null}
      <TubeDrawers tube={tube} drawer={drawer} close={close} />
    </div>
  );
}

/** What opens beside a tube's page. */
function TubeDrawers({ tube, drawer, close }: { tube: Tube; drawer: OpenDrawer; close: () => void }) {
  return (
    <>
      <Drawer
        isOpen={drawer === "edit"}
        onOpenChange={close}
        title={`Edit ${tube.label}`}
        description="What the label says. Its name changes no prediction; its pigments decide the generic model it starts from."
      >
        <TubeForm tube={tube} onDone={close} />
      </Drawer>
      <Drawer
        isOpen={drawer === "test"}
        onOpenChange={close}
        title={`Test ${tube.label}`}
        description="Two dabs tell what is really in the tube."
      >
        <TubeTest tube={tube} onDone={close} />
      </Drawer>
      <Drawer
        isOpen={drawer === "learn"}
        onOpenChange={close}
        title="Learn from your piles"
        description="What you mixed, and what it became, says what is really in the tubes."
      >
        <LearnFromPiles onDone={close} />
      </Drawer>
      <Drawer
        isOpen={drawer === "compare"}
        onOpenChange={close}
        title={`${tube.label} beside another`}
        description="The same steps of white for both, and what could stand in for it."
      >
        <CompareTubes tube={tube} />
      </Drawer>
    </>
  );
}

/** What can be done with a tube that is in the box. */
function TubeActions({
  tube,
  onDrawer,
  onOpen,
  onDeleted,
}: {
  tube: Tube;
  onDrawer: (drawer: OpenDrawer) => void;
  onOpen: (tubeId: string) => void;
  onDeleted: (undo: DeletedTube) => void;
}) {
  const box = useStudio((studio) => studio.box);
  const { copyTube, moveTube, setTubeArchived, deleteTube } = useTubeCommands();
  const optics = opticsOfTube(tube);
  const active = box.filter((other) => other.archivedAt === undefined);
  const place = active.findIndex((other) => other.id === tube.id);
  return (
    <div className="mt-4 flex flex-wrap gap-3">
      <Button
        weight="main"
        disabled={!optics}
        onClick={() => {
          onDrawer("test");
        }}
      >
        Test this tube
      </Button>
      <Button
        disabled={!optics}
        onClick={() => {
          onDrawer("compare");
        }}
      >
        Compare with
      </Button>
      <Button
        onClick={() => {
          onDrawer("edit");
        }}
      >
        Edit
      </Button>
      <Menu label="more for this tube">
        <MenuItem
          onSelect={() => {
            attempt(
              copyTube(tube.id, Date.now()).then((copy) => {
                onOpen(copy.id);
              }),
            );
          }}
        >
          Copy it
        </MenuItem>
        <MenuItem
          isDisabled={place <= 0}
          onSelect={() => {
            attempt(moveTube(tube.id, active[place - 1]?.id));
          }}
        >
          Move it up in the box
        </MenuItem>
        <MenuItem
          isDisabled={place < 0 || place >= active.length - 1}
          onSelect={() => {
            attempt(moveTube(tube.id, active[place + 2]?.id));
          }}
        >
          Move it down in the box
        </MenuItem>
        <MenuItem
          onSelect={() => {
            attempt(setTubeArchived(tube.id, tube.archivedAt === undefined, Date.now()));
          }}
        >
          {tube.archivedAt === undefined ? "Archive it" : "Take it out of the archive"}
        </MenuItem>
        <MenuItem
          onSelect={() => {
            attempt(deleteTube(tube.id, Date.now()).then(onDeleted));
          }}
        >
          Delete it
        </MenuItem>
      </Menu>
    </div>
  );
}

function HowSure({
  tube,
  onLearn,
  onOpen,
}: {
  tube: Tube;
  onLearn: () => void;
  onOpen: (tubeId: string) => void;
}) {
  const settings = useSettings();
  const { undoCalibration } = useTubeCommands();
  const calibration = tube.optics.calibrations.at(-1);
  const hasGeneric = genericOpticsOf(tube) !== undefined;
  return (
    <section>
      <h3 className="flex justify-between gap-3 border-b-2 border-ink font-bold">
        How sure <span className="font-normal text-muted">{basisWords(tube)}</span>
      </h3>
      {calibration ? (
        <>
          <dl>
            <Row name="its tints, usually within" words={`ΔE ${calibration.spreadAfter.toFixed(1)}`} />
            <Row name="before that" words={`ΔE ${calibration.spreadBefore.toFixed(1)}`} />
            {movedWords(tube, settings) ? (
              <Row name="against the generic model" words={movedWords(tube, settings) ?? ""} />
            ) : null}
            {calibration.readings.length > 0 ? (
              <Row name="its readings, missed by" words={missWords(calibration.readings)} />
            ) : null}
            {calibration.piles.length > 0 ? (
              <Row name="piles with it, missed by" words={missWords(calibration.piles)} />
            ) : null}
          </dl>
          <Button
            weight="quiet"
            onClick={() => {
              attempt(undoCalibration(tube.id));
            }}
          >
            {calibration.piles.length > 0 ? "undo what the piles taught, in all tubes" : "undo the last test"}
          </Button>
        </>
      ) : (
        <p className="py-1.5">
          {hasGeneric
            ? "A generic model: typical for the pigment, not measured on your tube. Two makes of one pigment differ by about ΔE 4 in mixtures; two dabs read with an instrument bring that to about 1, by eye to about 3."
            : "Nothing is known of it yet."}
        </p>
      )}
      <Button weight="quiet" onClick={onLearn}>
        learn from your piles
      </Button>
      <MinuteAdvice openId={tube.id} onOpen={onOpen} />
    </section>
  );
}

function Row({ name, words }: { name: string; words: string }) {
  return (
    <div className="flex flex-wrap justify-between gap-x-4 border-b py-1.5">
      <dt className="text-muted">{name}</dt>
      <dd className="font-semibold">{words}</dd>
    </div>
  );
}

function missWords(entries: readonly { readonly missBefore: number; readonly missAfter: number }[]): string {
  const before = mean(entries.map((entry) => entry.missBefore));
  const after = mean(entries.map((entry) => entry.missAfter));
  return `ΔE ${after.toFixed(1)}, before ΔE ${before.toFixed(1)}`;
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}

function Cautions({ tube }: { tube: Tube }) {
  return (
    <section className="mt-5 max-w-prose">
      <h3 className="border-b-2 border-ink font-bold">Mind</h3>
      <ul>
        {cautionsFor([tube.hazard], [tube.medium], tube.colourIndexNames).map((caution) => (
          <li key={caution.title} className="border-b py-1.5">
            <span className="font-semibold">{caution.title}.</span> {caution.text}
          </li>
        ))}
      </ul>
      <p className="py-1.5">
        {tube.safetySheet === ""
          ? "The maker's safety sheet and local rules come first; note under Edit where you keep the sheet."
          : `The maker's safety sheet comes first: ${tube.safetySheet}`}
      </p>
    </section>
  );
}

function Remarks({ tube }: { tube: Tube }) {
  const { price, volumeMl, stockMl, batch, openedOn, remark } = tube;
  const words = [
    stockMl === undefined ? undefined : `${stockMl} ml left`,
    volumeMl === undefined ? undefined : `tube of ${volumeMl} ml`,
    price === undefined ? undefined : `cost ${price}`,
    batch === "" ? undefined : `batch ${batch}`,
    openedOn === undefined ? undefined : `opened ${openedOn}`,
  ].filter((word) => word !== undefined);
  if (words.length === 0 && remark === "") return null;
  return (
    <section className="mt-4 max-w-prose text-muted">
      {words.length > 0 ? <p>{words.join(", ")}</p> : null}
      {remark === "" ? null : <p className="whitespace-pre-wrap">{remark}</p>}
    </section>
  );
}
