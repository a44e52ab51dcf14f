"use client";

import { clsx } from "clsx";
import { useState } from "react";
import type { Palette } from "../../domain/palette/palette";
import { Button } from "../../ui/Button";
import { isVisibleName } from "../../domain/name/visibleName";
import { TextAreaField, TextField } from "../../ui/fields";
import { SelectField } from "../../ui/SelectField";
import { RowGuard } from "../../ui/RowGuard";
import { Patch } from "../../ui/Patch";
import { Drawer } from "../../ui/Drawer";
import { tintOfTube } from "../../domain/tube/smear";
import { useStudio } from "../../kit/studio/useStudio";
import { attempt } from "../../kit/studio/problems";
import { offerUndo } from "../../kit/studio/undoStack";
import { usePaletteCommands } from "../../kit/commands/palettes";
import { mediumOfPalette } from "../../domain/palette/medium";
import { TUBE_MEDIA } from "../../domain/tube/tube";
import { tubesOf } from "../../domain/palette/searchedTubes";
import { fillTemplate, type Template, TEMPLATES } from "../../domain/palette/templates";
import { andWords } from "../../words/lists";

/** The palettes of the painting; one of them lies on the board. */
export function PaletteList({ open, onOpen }: { open: Palette; onOpen: (paletteId: string) => void }) {
  const onBoard = useStudio((studio) => studio.palette);
  const palettes = useStudio((studio) => studio.palettes);
  const { restorePalette, layOutPalette, addPalette, removePalette } = usePaletteCommands();
  const [drawer, setDrawer] = useState<"new" | "rename">();
  const close = (): void => {
    setDrawer(undefined);
  };
  return (
    <>
      <div className="flex items-baseline justify-between gap-3">
        <h1 className="text-xl font-bold">Palette</h1>
        <Button
          weight="quiet"
          onClick={() => {
            setDrawer("new");
          }}
        >
          new
        </Button>
      </div>
      <ul aria-label="Palettes of this painting" className="border-t">
        {palettes.map((row) => (
          <li key={row.id} className="border-b">
            <button
              type="button"
              aria-current={row.id === open.id}
              onClick={() => {
                onOpen(row.id);
              }}
              className={clsx(
                "flex min-h-14 w-full items-center gap-3 py-1 text-left leading-tight",
                row.id === open.id && "border-l-4 border-ink pl-2",
              )}
            >
              <RowGuard name={row.name} resetKey={row}>
                <Swatches palette={row} />
              </RowGuard>
              <span className="min-w-0">
                <span className={clsx("block truncate", row.id === open.id && "font-bold")}>{row.name}</span>
                <span className="block text-sm text-muted">
                  {row.tubeIds.length === 1 ? "1 tube" : `${row.tubeIds.length} tubes`}
                  {row.id === onBoard?.id ? " · on the board" : ""}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-x-4">
        <Button
          weight="quiet"
          disabled={open.id === onBoard?.id}
          onClick={() => {
            attempt(layOutPalette(open.id));
          }}
        >
          lay it out
        </Button>
        <Button
          weight="quiet"
          onClick={() => {
            const { paintingId, tubeIds, remark, medium } = open;
            const name = `${open.name.slice(0, 110)}, copy`;
            attempt(
              addPalette({ paintingId, name, tubeIds, remark, ...(medium && { medium }) }).then((copy) => {
                onOpen(copy.id);
              }),
            );
          }}
        >
          copy
        </Button>
        <Button
          weight="quiet"
          onClick={() => {
            setDrawer("rename");
          }}
        >
          name and note
        </Button>
        <Button
          weight="quiet"
          disabled={open.id === onBoard?.id}
          onClick={() => {
            attempt(
              removePalette(open.id).then((removed) => {
                offerUndo(`${removed.name} is taken away.`, async () => {
                  await restorePalette(removed);
                  onOpen(removed.id);
                });
              }),
            );
          }}
        >
          take away
        </Button>
      </div>
      <MediumField key={open.id} palette={open} />
      {open.remark === "" ? null : <p className="text-muted whitespace-pre-wrap">{open.remark}</p>}
      <Drawer
        isOpen={drawer === "new"}
        onOpenChange={close}
        title="A new palette"
        description="Filled from your own box: each place takes the tube that suits it best."
      >
        <FromTemplate
          paintingId={open.paintingId}
          onAdded={(paletteId) => {
            close();
            onOpen(paletteId);
          }}
        />
      </Drawer>
      <Drawer
        isOpen={drawer === "rename"}
        onOpenChange={close}
        title="Name and note"
        description="What it is called, and what it is for."
      >
        <NameForm key={open.id} palette={open} onDone={close} />
      </Drawer>
    </>
  );
}

/** What is painted in: it decides whether white or water lightens. */
function MediumField({ palette }: { palette: Palette }) {
  const tubeById = useStudio((studio) => studio.tubeById);
  const { changePalette } = usePaletteCommands();
  const ofTubes = mediumOfPalette(undefined, tubesOf(palette.tubeIds, tubeById));
  return (
    <SelectField
      label="Painted in"
      value={palette.medium ?? ""}
      onChoose={(picked) => {
        const medium = TUBE_MEDIA.find((one) => one === picked);
        attempt(changePalette(palette.id, { medium }));
      }}
    >
      <option value="">
        {ofTubes === undefined ? "what its tubes are" : `what its tubes are: ${ofTubes}`}
      </option>
      {TUBE_MEDIA.map((medium) => (
        <option key={medium}>{medium}</option>
      ))}
    </SelectField>
  );
}

function Swatches({ palette }: { palette: Palette }) {
  const tubeById = useStudio((studio) => studio.tubeById);
  return (
    <span aria-hidden="true" className="flex h-8 w-20 shrink-0">
      {tubesOf(palette.tubeIds, tubeById).map((tube) => {
        const lab = tintOfTube(tube);
        return lab ? <Patch key={tube.id} lab={lab} className="h-full flex-1" /> : null;
      })}
    </span>
  );
}

function FromTemplate({ paintingId, onAdded }: { paintingId: string; onAdded: (paletteId: string) => void }) {
  const box = useStudio((studio) => studio.box);
  const board = useStudio((studio) => studio.board);
  const tubeById = useStudio((studio) => studio.tubeById);
  const { addPalette } = usePaletteCommands();
  const add = (name: string, tubeIds: readonly string[]): void => {
    attempt(
      addPalette({ paintingId, name, tubeIds: [...tubeIds], remark: "" }).then((palette) => {
        onAdded(palette.id);
      }),
    );
  };
  const rows = TEMPLATES.map((template: Template) => ({ template, filled: fillTemplate(template, box) }));
  return (
    <ul className="border-t">
      {rows.map(({ template, filled }) => (
        <li key={template.name} className="border-b py-3">
          <h3 className="font-bold">{template.name}</h3>
          <p className="text-muted">{template.hint}</p>
          <p className="my-1">
            {filled.tubeIds.map((id) => tubeById.get(id)?.label ?? "").join(", ") ||
              "Nothing in your box fits."}
          </p>
          {filled.missing.length > 0 ? (
            <p className="my-1 font-semibold">Your box lacks {andWords(filled.missing)}.</p>
          ) : null}
          <Button
            aria-label={`Start with ${template.name}`}
            disabled={filled.tubeIds.length === 0}
            onClick={() => {
              add(template.name, filled.tubeIds);
            }}
          >
            Start with it
          </Button>
        </li>
      ))}
      <li className="py-3">
        <h3 className="font-bold">The board as it is</h3>
        <p className="my-1">{board.map((tube) => tube.label).join(", ")}</p>
        <Button
          aria-label="Start with the board as it is"
          onClick={() => {
            add(
              "From the board",
              board.map((tube) => tube.id),
            );
          }}
        >
          Start with it
        </Button>
      </li>
    </ul>
  );
}

function NameForm({ palette, onDone }: { palette: Palette; onDone: () => void }) {
  const { changePalette } = usePaletteCommands();
  const [name, setName] = useState(palette.name);
  const [remark, setRemark] = useState(palette.remark);
  const isNamed = isVisibleName(name);
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (isNamed) attempt(changePalette(palette.id, { name, remark }).then(onDone));
      }}
    >
      <TextField
        label="Name of the palette"
        maxLength={120}
        value={name}
        error={isNamed ? undefined : "A palette needs a name."}
        onChange={(event) => {
          setName(event.target.value);
        }}
      />
      <TextAreaField
        label="Note"
        maxLength={2000}
        value={remark}
        onChange={(event) => {
          setRemark(event.target.value);
        }}
      />
      <Button type="submit" weight="main" className="self-start">
        Keep these
      </Button>
    </form>
  );
}
