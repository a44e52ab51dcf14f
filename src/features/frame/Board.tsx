"use client";

import { clsx } from "clsx";
import { Contrast, Moon, Sun } from "lucide-react";
import { type ReactNode, useEffect, useRef, useState } from "react";
import type { Settings } from "../../domain/settings/settings";
import type { Tube } from "../../domain/tube/tube";
import { WATER } from "../../domain/tube/water";
import { type DoseTaker, type SmearTaker, useDoseTaker, useSmearTaker } from "../../kit/hand/doseTaker";
import { intoSight } from "../../ui/intoSight";
import { Smear } from "../../ui/Smear";
import { Status } from "../../ui/Status";
import { ladderOfTube } from "../../domain/tube/smear";
import { useOpenStudio, useSettings, useStudio } from "../../kit/studio/useStudio";
import { rememberBoard } from "../../kit/studio/workspaces";
import { useChangeSettings } from "../../kit/studio/useChangeSettings";
import { useKey } from "../../ui/useKey";
import { Sight } from "./Sight";
import { useSlim } from "./slim";
import { later } from "../../ui/later";
import { narrowName } from "../../words/longNames";

const ROOMS = [
  { value: "light", name: "Light room", Icon: Sun },
  { value: "middle", name: "Middle room", Icon: Contrast },
  { value: "dark", name: "Dark room", Icon: Moon },
] as const satisfies readonly { value: Settings["room"]; name: string; Icon: unknown }[];

/** The palette as it lies on the painter's own board, and the room that it is seen in. */
export function Board({ tools }: { tools: ReactNode }) {
  const board = useStudio((studio) => studio.board);
  const painting = useStudio((studio) => studio.painting);
  const settings = useSettings();
  const change = useChangeSettings();
  const { workspace } = useOpenStudio();
  const isReady = useStudio((studio) => studio.isReady);
  const taker = useDoseTaker();
  const smears = useSmearTaker();
  const at = ROOMS.findIndex((room) => room.value === settings.room);
  const room = ROOMS[at] ?? ROOMS[0];
  const next = ROOMS[(at + 1) % ROOMS.length] ?? ROOMS[0];
  const step = (): void => {
    change({ room: next.value });
  };
  // Before the settings are read, the next room would be counted from the wrong one.
  useKey("r", isReady && settings.singleKeys, step);

  const header = useRef<HTMLElement>(null);
  const { isSlim } = useSlim();
  const hasTubes = board.length > 0;
  useEffect(() => {
    if (isReady && !isSlim) rememberBoard(hasTubes ? header.current?.offsetHeight : undefined);
  }, [isReady, isSlim, hasTubes]);

  return (
    <header
      ref={header}
      className={clsx(
        !isReady && "min-h-(--board-height) slim:min-h-0!",
        "print:hidden flex items-center gap-2 bg-board pr-2 wide:col-span-2 wide:gap-6 wide:pr-4 wide:pl-[7.25rem]",
      )}
    >
      <div
        className="min-w-0 flex-1 overflow-x-auto"
        tabIndex={0}
        role="region"
        aria-label="Board"
        onFocus={intoSight}
      >
        {board.length > 0 ? (
          <ol className="flex gap-2 px-3 py-2 wide:gap-4 wide:px-0 wide:py-3 slim:min-h-11 slim:items-center slim:py-0!">
            {[...board.map(onBoard), ...(taker?.extras ?? [])].map(({ tube, detail }, i) => (
              <BoardTube
                key={tube.id}
                tube={tube}
                detail={detail}
                variant={i}
                taker={taker}
                smears={smears}
              />
            ))}
          </ol>
        ) : (
          <p className="px-3 py-4 text-muted wide:px-0 wide:py-8 slim:py-2!">
            {isReady ? "No tubes on the board yet" : ""}
          </p>
        )}
      </div>
      <div className="flex shrink-0 flex-col items-end text-right">
        {painting ? (
          <p className="hidden max-w-40 leading-tight wide:block slim:hidden!">
            <span className="font-semibold">{painting.name}</span>
            {workspace === "demo" ? <span className="block text-muted">demo</span> : null}
          </p>
        ) : null}
        <div className="flex wide:-mr-2.5">
          {tools}
          <Sight />
          <button
            type="button"
            onClick={step}
            className="hidden size-11 items-center justify-center wide:flex"
            aria-label={`${room.name}. Change to the ${next.name.toLowerCase()}`}
          >
            <room.Icon aria-hidden="true" />
          </button>
        </div>
      </div>
    </header>
  );
}

function onBoard(tube: Tube): DoseTaker["extras"][number] {
  return { tube, detail: tube.colourIndexNames.join(" ") };
}

/** The way a dose goes down is loaded when the first one is wanted. */
const DosePopover = later(async () => (await import("./DosePopover")).DosePopover);

/** Where paint is mixed, a tube is a button: tapped, it asks how much. */
function BoardTube({
  tube,
  detail,
  variant,
  taker,
  smears,
}: DoseTaker["extras"][number] & {
  variant: number;
  taker: DoseTaker | undefined;
  smears: SmearTaker | undefined;
}) {
  const tapWords = smears?.wordsOf(tube);
  const [isOpen, setOpen] = useState(false);
  const [word, setWord] = useState("");
  const anchor = useRef<HTMLButtonElement>(null);
  const close = (): void => {
    setOpen(false);
  };
  const lay: DoseTaker["lay"] = (tubeId, parts) => {
    const said = taker?.amountsOf(tube).find((amount) => amount.parts === parts)?.words ?? "";
    taker?.lay(tubeId, parts);
    setWord(`${said} ${tube.label} added`);
    close();
  };
  const drawn = (
    <span className="block slim:flex slim:items-center slim:gap-2">
      {tube.id === WATER.id ? (
        <span
          className="block h-9 w-full border-2 border-dashed border-edge wide:h-12 slim:h-5! slim:w-12!"
          aria-hidden="true"
        />
      ) : (
        <Smear
          ladder={ladderOfTube(tube)}
          variant={variant}
          className="h-9 w-full wide:h-12 slim:h-5! slim:w-12!"
        />
      )}
      <span className="flex items-baseline justify-between gap-2 text-sm leading-snug">
        <span className="line-clamp-2 font-semibold break-words">{narrowName(tube.label)}</span>
        {/* On a full board the name needs the room. */}
        <span className="hidden text-muted wide:@min-[8.5rem]:inline slim:hidden!">{detail}</span>
      </span>
    </span>
  );
  return (
    <li className="@container slim:[container-type:normal] relative w-24 shrink-0 wide:w-auto wide:max-w-48 wide:min-w-24 wide:flex-1 slim:w-auto! slim:max-w-none! slim:flex-none!">
      {taker ? (
        <button
          ref={anchor}
          type="button"
          aria-haspopup="dialog"
          aria-expanded={isOpen}
          aria-label={`Add ${tube.label} to ${taker.into}`}
          className="block min-h-11 w-full text-left"
          onClick={() => {
            setOpen(true);
          }}
        >
          {drawn}
        </button>
      ) : smears && tapWords !== undefined ? (
        <button
          type="button"
          aria-label={tapWords}
          className="block min-h-11 w-full text-left"
          onClick={() => {
            smears.take(tube);
          }}
        >
          {drawn}
        </button>
      ) : (
        drawn
      )}
      {taker && isOpen ? (
        <DosePopover tube={tube} taker={{ ...taker, lay }} anchor={anchor} onClose={close} />
      ) : null}
      {taker ? <Status className="sr-only">{word}</Status> : null}
    </li>
  );
}
