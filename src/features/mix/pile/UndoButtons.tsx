"use client";

import { useSettings } from "../../../kit/studio/useStudio";
import { Button } from "../../../ui/Button";
import { useKey } from "../../../ui/useKey";
import { useOwnUndo } from "../../../kit/studio/useOwnUndo";
import { DEED_WORDS } from "../../../words/deeds";
import { useDeeds } from "../bench/contexts";

/** Takes back what was done last, one after the other, and does it again. */
export function UndoButtons() {
  const { actions } = useDeeds();
  const { singleKeys } = useSettings();
  const { last, undone } = actions;
  useOwnUndo(last !== undefined, actions.undo);
  useKey("u", singleKeys && last !== undefined, actions.undo);
  useKey("y", singleKeys && undone !== undefined, actions.redo);
  return (
    <>
      {last ? (
        <Button weight="quiet" onClick={actions.undo}>
          undo the last {DEED_WORDS[last]}
        </Button>
      ) : null}
      {undone ? (
        <Button weight="quiet" onClick={actions.redo}>
          do the {DEED_WORDS[undone]} again
        </Button>
      ) : null}
    </>
  );
}
