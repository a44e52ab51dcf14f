"use client";

/** One field that finds views, notes, tubes, matches and words, and does what can be done from anywhere. */
import { Command } from "cmdk";
import { useRouter } from "next/navigation";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { Patch } from "../../ui/Patch";
import { useReturnFocus } from "../../ui/useReturnFocus";
import { useChangeSettings } from "../../kit/studio/useChangeSettings";
import { askForWord } from "../../kit/words/wordAsked";
import { type Act, findLines, type Line, type Section } from "./find.model";
import { useFindables, type ViewName } from "./useFindables";
import { Status } from "../../ui/Status";

type Props = {
  readonly views: readonly ViewName[];
  readonly onClose: () => void;
  readonly onKeys: () => void;
};

export function FindDialog(props: Props) {
  const returnFocus = useReturnFocus();
  return (
    <Dialog.Root
      open
      onOpenChange={(isOpen) => {
        if (!isOpen) props.onClose();
      }}
    >
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40" style={{ background: "rgb(0 0 0 / 0.45)" }} />
        <Dialog.Content
          {...returnFocus}
          aria-describedby={undefined}
          className="fixed inset-x-3 top-3 z-50 mx-auto flex max-h-[85dvh] max-w-2xl flex-col border-2 border-ink bg-surface wide:top-[9dvh]"
        >
          <Dialog.Title className="sr-only">Find</Dialog.Title>
          <Found {...props} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Found({ views, onClose, onKeys }: Props) {
  const change = useChangeSettings();
  const router = useRouter();
  const [text, setText] = useState("");
  const { findables, isLooking } = useFindables(views, text);
  const sections = findLines(text, findables);
  const pick = (act: Act): void => {
    onClose();
    switch (act.kind) {
      case "go":
        if (act.paintingId) change({ currentPaintingId: act.paintingId });
        router.push(act.path as "/mix");
        return;
      case "room":
        change({ room: act.room });
        return;
      case "keys":
        onKeys();
        return;
      case "word":
        askForWord(act.word);
    }
  };
  return (
    // What fits is decided by whole words, as in the log, and not by letters strewn about.
    <Command label="Find anything" className="flex min-h-0 flex-col" shouldFilter={false} loop>
      <div className="flex border-b-2 border-ink bg-field">
        <Command.Input
          value={text}
          onValueChange={setText}
          placeholder="A note, a tube, a match, a word, something to do"
          className="min-h-13 min-w-0 grow bg-field px-4 outline-none"
        />
        <Dialog.Close className="min-h-13 shrink-0 px-4 text-muted">close</Dialog.Close>
      </div>
      <Command.List className="min-h-0 overflow-y-auto p-2" tabIndex={0}>
        {sections.map((section) => (
          <Lines key={section.heading} section={section} onPick={pick} />
        ))}
        {sections.length === 0 && !isLooking ? (
          <Status className="p-3 text-muted">
            Nothing has these words in it. A shorter word finds more.
          </Status>
        ) : null}
        {isLooking ? <Status className="px-3 py-2 text-muted">Looking through the log</Status> : null}
      </Command.List>
    </Command>
  );
}

function Lines({
  section: { heading, lines, more },
  onPick,
}: {
  section: Section;
  onPick: (act: Act) => void;
}) {
  return (
    <Command.Group
      heading={heading}
      className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:text-muted"
    >
      {lines.map((line) => (
        <Item key={line.id} line={line} onPick={onPick} />
      ))}
      {more > 0 ? <p className="px-3 py-1 text-sm text-muted">and {more} more; type a word of it</p> : null}
    </Command.Group>
  );
}

function Item({
  line: { id, name, detail, tells, lab, act },
  onPick,
}: {
  line: Line;
  onPick: (act: Act) => void;
}) {
  return (
    <Command.Item
      value={id}
      onSelect={() => {
        onPick(act);
      }}
      className="flex min-h-11 cursor-pointer items-center gap-3 border-l-4 border-transparent px-2 data-[selected=true]:border-ink data-[selected=true]:bg-field data-[selected=true]:font-semibold"
    >
      {lab ? <Patch lab={lab} className="h-7 w-10 shrink-0" /> : null}
      <span className="min-w-0 grow">
        <span className="block">{name}</span>
        {detail ? <span className="block text-sm leading-tight font-normal text-muted">{detail}</span> : null}
      </span>
      {tells ? <span className="shrink-0 text-sm font-normal text-muted">{tells}</span> : null}
    </Command.Item>
  );
}
