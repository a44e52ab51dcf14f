"use client";

/** The current painting: its picture and notes, what waits to dry, and what to do next. */
import { useAnswered, useStored } from "../../kit/store/useStored";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Note } from "../../domain/note/note";
import type { Painting } from "../../domain/painting/painting";
import { TABLE_ORDERS, type TableOrder } from "../../domain/settings/settings";
import { usePaletteMedium } from "../../kit/paint/usePalettePaint";
import { readLatestMatches, readPicture, readTimers } from "../../kit/store/calls";
import { labFromStored } from "../../domain/reading/storedColor";
import { Button, buttonClass } from "../../ui/Button";
import { SelectField } from "../../ui/SelectField";
import { Patch } from "../../ui/Patch";
import { Drawer } from "../../ui/Drawer";
import { useStore, useOpenStudio, useSettings, useStudio } from "../../kit/studio/useStudio";
import { useDemo } from "../../kit/studio/useDemo";
import { undoably } from "../../kit/studio/undoStack";
import { useChangeSettings } from "../../kit/studio/useChangeSettings";
import { useMatchCommands } from "../../kit/commands/matches";
import { describeLab } from "../../words/colors";
import { type NextStep, nextSteps } from "./nextSteps";
import { PicturePlate } from "./PicturePlate";
import { useOnce } from "../../kit/commands/useOnce";
import { later } from "../../ui/later";

// Wanted before a painting is there, or now and then: with them come the words for times.
const ArchiveDue = later(async () => (await import("./ArchiveDue")).ArchiveDue);
const DryCheckWords = later(async () => (await import("./DryCheckWords")).DryCheckWords, "mixed");
const BoardForm = later(async () => (await import("./BoardForm")).BoardForm);
const FirstVisit = later(async () => (await import("./FirstVisit")).FirstVisit);
const PaintingForm = later(async () => (await import("./PaintingForm")).PaintingForm);

export function TableView() {
  const painting = useStudio((studio) => studio.painting);
  return painting ? <PaintingOnTable painting={painting} /> : <FirstVisit />;
}

function PaintingOnTable({ painting }: { painting: Painting }) {
  const paintings = useStudio((studio) => studio.paintings);
  const notes = useStudio((studio) => studio.notes);
  const palette = useStudio((studio) => studio.palette);
  const { workspace } = useOpenStudio();
  const demo = useDemo();
  const [drawer, setDrawer] = useState<"painting" | "board">();
  const read = useAnswered(readPicture, painting.pictureId ? [painting.pictureId] : undefined);
  const checkedCount = notes.filter((note) => note.state === "checked").length;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-6 p-4 wide:grid-cols-[minmax(0,1fr)_25rem] wide:p-5 wide:pl-2">
      <div className="min-w-0">
        <PicturePlate
          isAwaited={!read && painting.pictureId !== undefined}
          picture={read?.value}
          notes={notes}
        />
      </div>
      <div>
        <h1 className="text-xl font-bold">{painting.name}</h1>
        <p className="text-muted">
          {notes.length === 0 ? "No notes yet" : `${checkedCount} of ${notes.length} notes checked dry`}
        </p>
        <ArchiveDue />
        <PlanAhead />
        <NextList />
        <div className="mt-6 flex flex-wrap items-center gap-x-4 gap-y-1 border-t pt-3">
          {paintings.length > 1 ? <PaintingSelect paintings={paintings} currentId={painting.id} /> : null}
          <Button
            weight="quiet"
            onClick={() => {
              setDrawer("painting");
            }}
          >
            Start another painting
          </Button>
          <Button
            weight="quiet"
            onClick={() => {
              setDrawer("board");
            }}
          >
            Change the board
          </Button>
          {workspace === "demo" ? (
            <>
              <Button weight="quiet" onClick={demo.close}>
                Back to my own work
              </Button>
              <Button
                weight="quiet"
                onClick={() => {
                  demo.remove();
                }}
              >
                Remove the demo
              </Button>
            </>
          ) : null}
        </div>
      </div>
      <Drawer
        isOpen={drawer === "painting"}
        onOpenChange={() => {
          setDrawer(undefined);
        }}
        title="Start a painting"
        description="A name and the tubes that you mean to use. Both can be changed."
      >
        <PaintingForm
          onDone={() => {
            setDrawer(undefined);
          }}
        />
      </Drawer>
      {palette ? (
        <Drawer
          isOpen={drawer === "board"}
          onOpenChange={() => {
            setDrawer(undefined);
          }}
          title="The board"
          description="Which tubes lie on it. Recipes use these and no others."
        >
          <BoardForm
            palette={palette}
            onDone={() => {
              setDrawer(undefined);
            }}
          />
        </Drawer>
      ) : null}
    </div>
  );
}

function PaintingSelect({ paintings, currentId }: { paintings: readonly Painting[]; currentId: string }) {
  const change = useChangeSettings();
  return (
    <SelectField
      label="Painting"
      className="basis-full"
      value={currentId}
      onChoose={(picked) => {
        change({ currentPaintingId: picked });
      }}
    >
      {paintings.map((painting) => (
        <option key={painting.id} value={painting.id}>
          {painting.name}
        </option>
      ))}
    </SelectField>
  );
}

/** Who mixes beforehand begins with the piles, not with the first note. */
function PlanAhead() {
  const noteCount = useStudio((studio) => studio.notes.length);
  const { school } = useSettings();
  if (school.way !== "premix" || noteCount === 0) return null;
  return (
    <p className="mt-3">
      <Link href="/strings" className={buttonClass("plain")}>
        Plan the piles in Strings
      </Link>
    </p>
  );
}

/** Steps shown at once: more would be a list to manage, not a next thing to do. */
const STEPS_SHOWN = 6;

function NextList() {
  const notes = useStudio((studio) => studio.notes);
  const painting = useStudio((studio) => studio.painting);
  const matches = useStored(readLatestMatches, [painting?.id ?? ""]);
  const timers = useStored(readTimers, []);
  const { medium } = usePaletteMedium();
  const { tableOrder: order = "number" } = useSettings();
  const [openedAt] = useState(() => Date.now());
  if (notes.length === 0) return <NoNotes />;
  // Room for what is read in a moment, or what stands below would go from under a finger.
  if (!matches || !timers) return <div className="min-h-96" />;
  const steps = nextSteps({ notes, latestMatches: matches, timers, medium, order }, openedAt);
  if (steps.length === 0) return <p className="mt-4">Every note is mixed and checked dry.</p>;
  return (
    <section aria-labelledby="next">
      <div className="mt-5 flex flex-wrap items-end justify-between gap-x-4">
        <h2 id="next" className="font-bold">
          What to do next
        </h2>
        {steps.length > 2 ? <OrderField order={order} /> : null}
      </div>
      <ol className="mt-1">
        {steps.slice(0, STEPS_SHOWN).map((step, i) => (
          <NextItem key={step.note.id} step={step} isFirst={i === 0} />
        ))}
      </ol>
      {steps.length > STEPS_SHOWN ? (
        <p className="pt-2 text-muted">and {steps.length - STEPS_SHOWN} more in the tray below</p>
      ) : null}
    </section>
  );
}

const ORDER_WORDS: Readonly<Record<TableOrder, string>> = {
  number: "by number",
  "dark-first": "dark first",
  "light-first": "light first",
  "largest-first": "largest area first",
  hue: "by hue, red to violet",
};

function OrderField({ order }: { order: TableOrder }) {
  const change = useChangeSettings();
  return (
    <SelectField
      label="In this order"
      value={order}
      onChoose={(picked) => {
        change({ tableOrder: TABLE_ORDERS.find((name) => name === picked) });
      }}
    >
      {TABLE_ORDERS.map((name) => (
        <option key={name} value={name}>
          {ORDER_WORDS[name]}
        </option>
      ))}
    </SelectField>
  );
}

function NoNotes() {
  const router = useRouter();
  return (
    <div className="mt-4">
      <p>A note is one colour that you want to mix. Pick it from a picture, or type it.</p>
      <Button
        weight="main"
        className="mt-3"
        onClick={() => {
          router.push("/subject");
        }}
      >
        Find the first note
      </Button>
    </div>
  );
}

function NextItem({ step, isFirst }: { step: NextStep; isFirst: boolean }) {
  const settings = useSettings();
  const { recordDryCheck } = useMatchCommands();
  const once = useOnce(step.kind === "dry-check" ? `${step.match.id} ${step.match.verdict}` : "");
  const router = useRouter();
  const store = useStore();
  const { note } = step;
  const lab = labFromStored(note.target);
  const check = (verdict: "confirmed" | "moved"): void => {
    if (step.kind !== "dry-check") return;
    const { id } = step.match;
    const words =
      verdict === "confirmed" ? "is still right, dry." : "changed while drying: it waits to be mixed again.";
    once("check", () =>
      undoably(
        store,
        `Note ${note.number}, ${note.name}, ${words}`,
        [
          ["matches", id],
          ["notes", note.id],
        ],
        () => recordDryCheck(id, verdict, Date.now()),
      ),
    );
  };
  const toMix = (): void => {
    router.push(`/mix?note=${note.id}`);
  };
  return (
    <li className="flex min-h-16 narrow:flex-wrap gap-3 border-b py-2">
      <Patch lab={lab} className="w-11 shrink-0 self-stretch" />
      <div className="min-w-0 flex-1">
        <p className="leading-snug">
          <span className="font-semibold">
            {note.number} {note.name}
          </span>
          <span className="block text-muted">
            <StepWords step={step} description={describeLab(lab, settings).sentence} />
          </span>
        </p>
        {step.kind === "dry-check" ? (
          <div className="mt-1 flex flex-wrap gap-x-3 gap-y-2">
            <Button
              weight={isFirst ? "main" : "plain"}
              onClick={() => {
                check("confirmed");
              }}
            >
              Dry, still right
            </Button>
            <Button
              onClick={() => {
                check("moved");
              }}
            >
              It changed while drying
            </Button>
          </div>
        ) : null}
      </div>
      {step.kind === "dry-check" ? null : (
        <Button
          weight={isFirst ? "main" : "plain"}
          onClick={toMix}
          aria-label={`${actionOf(note)} ${note.name}`}
        >
          {actionOf(note)}
        </Button>
      )}
    </li>
  );
}

function actionOf(note: Note): string {
  return note.state === "open" ? "Mix" : "Go on";
}

function StepWords({ step, description }: { step: NextStep; description: string }) {
  switch (step.kind) {
    case "begin":
      return description;
    case "go-on":
      return "begun, not matched yet";
    case "dry-check":
      return <DryCheckWords step={step} />;
  }
}
