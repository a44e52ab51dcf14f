"use client";

/** What lies on the bench, taken elsewhere: as text, into another program, on paper. */
import { useState } from "react";
import { deltaE2000 } from "../../../core/color/ciede2000";
import { sharerOf } from "../../../devices/share";
import { tellProblem } from "../../../kit/studio/problems";
import { useSettings } from "../../../kit/studio/useStudio";
import { download } from "../../../ui/download";
import { Menu, MenuItem } from "../../../ui/Menu";
import { Status } from "../../../ui/Status";
import { mixSheet } from "../../../words/mixSheet";
import { useAim, usePaint, useShown, useStory } from "../bench/contexts";

export function TakeAlong() {
  const { note, target } = useAim();
  const { steps } = useStory().plan;
  const { tubeById, toDry } = usePaint();
  const shown = useShown();
  const settings = useSettings();
  const [word, setWord] = useState("");
  if (steps.length === 0) return null;
  const predicted = shown && toDry(shown.lab);
  const name = `${note.number} ${note.name}`;
  const sheet = mixSheet(
    {
      name,
      target,
      // As it dries, like the target.
      predicted: predicted && { lab: predicted, deltaE2000: deltaE2000(target, predicted) },
      steps,
    },
    tubeById,
    settings,
  );
  const sharer = sharerOf(window.navigator);
  const fail = (what: string) => (): void => {
    tellProblem(`${what} did not work in this browser. Save it as a file instead.`);
  };
  return (
    <>
      <Menu label="take it along">
        <MenuItem
          onSelect={() => {
            navigator.clipboard.writeText(sheet).then(() => {
              setWord("The mixture is copied as text.");
            }, fail("Copying"));
          }}
        >
          Copy as text
        </MenuItem>
        {sharer ? (
          <MenuItem
            onSelect={() => {
              sharer.shareText(name, sheet).catch(fail("Sharing"));
            }}
          >
            Share it
          </MenuItem>
        ) : null}
        <MenuItem
          onSelect={() => {
            download(new Blob([sheet], { type: "text/plain" }), `${name}.txt`);
          }}
        >
          Save as a text file
        </MenuItem>
        <MenuItem
          onSelect={() => {
            // The menu is gone from the sheet by then.
            setTimeout(() => {
              window.print();
            }, 0);
          }}
        >
          Print this bench
        </MenuItem>
      </Menu>
      <Status className={word === "" ? "sr-only" : undefined}>{word}</Status>
    </>
  );
}
