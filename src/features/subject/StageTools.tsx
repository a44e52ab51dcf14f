"use client";

/** Under the picture: quick looks to hold, the circle, which way round it hangs, and how near. */
import { intoSight } from "../../ui/intoSight";
import { CaretsToAxisDashedVertical, RotateCw, ZoomIn, ZoomOut } from "lucide-react";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { HoldButton } from "../../ui/HoldButton";
import type { Hanging } from "../../kit/picture/PictureStage";
import { useSettings } from "../../kit/studio/useStudio";
import { useKey } from "../../ui/useKey";
import { FITTED, type Zoom, zoomedAbout } from "../../kit/picture/zoomed";
import { type LookName, LOOKS } from "./looks";

/** Radius of the averaging circle as a share of the picture's longer side. */
export const RADII = { small: 0.004, medium: 0.011, large: 0.028 } as const;
export type RadiusName = keyof typeof RADII;

/** A circle of this radius always holds 25 pixels. */
export const LEAST_RADIUS_PX = 3.2;

/** Always in sight; the others have their keys and stand in the tab of looks. */
const IN_THE_ROW: readonly LookName[] = ["grey", "steps", "squint", "palette"];
const ZOOM_STEP = 1.6;

function HoldLook({
  name,
  words,
  shortcut,
  isShown,
  held,
  onHold,
}: {
  name: LookName;
  words: string;
  shortcut: string;
  isShown: boolean;
  held: LookName | undefined;
  onHold: (look: LookName | undefined) => void;
}) {
  const settings = useSettings();
  const hold = (isOn: boolean): void => {
    onHold(isOn ? name : undefined);
  };
  useKey(
    shortcut,
    settings.singleKeys,
    () => {
      hold(true);
    },
    () => {
      // Another key may have taken over meanwhile.
      if (held === name) hold(false);
    },
  );
  if (!isShown) return null;
  return (
    <HoldButton isOn={held === name} onChange={hold} shortcut={shortcut.toUpperCase()}>
      {words}
    </HoldButton>
  );
}

export function StageTools({
  held,
  onHold,
  radiusName,
  onRadius,
  hanging,
  onHanging,
  zoom,
  onZoom,
}: {
  held: LookName | undefined;
  onHold: (look: LookName | undefined) => void;
  radiusName: RadiusName;
  onRadius: (name: RadiusName) => void;
  hanging: Hanging;
  onHanging: (hanging: Hanging) => void;
  zoom: Zoom;
  onZoom: (zoom: Zoom) => void;
}) {
  const settings = useSettings();
  const mirror = (): void => {
    onHanging({ ...hanging, isMirrored: !hanging.isMirrored });
  };
  const turn = (): void => {
    onHanging({ ...hanging, isTurned: !hanging.isTurned });
  };
  useKey("m", settings.singleKeys, mirror);
  useKey("t", settings.singleKeys, turn);
  return (
    <div
      onFocus={intoSight}
      className="-mx-4 flex items-center gap-x-5 gap-y-1 overflow-x-auto px-4 wide:mx-0 wide:mt-2 wide:flex-wrap wide:px-0"
    >
      <div role="group" aria-label="Hold to look" className="flex shrink-0 items-center gap-x-3">
        <span className="text-muted">hold</span>
        {LOOKS.map(({ name, words, key }) =>
          key ? (
            <HoldLook
              key={name}
              name={name}
              words={words}
              shortcut={key}
              isShown={IN_THE_ROW.includes(name)}
              held={held}
              onHold={onHold}
            />
          ) : null,
        )}
      </div>
      <div role="group" aria-label="How the picture hangs" className="flex shrink-0 items-center">
        <Button weight="quiet" aria-pressed={hanging.isMirrored} aria-label="Mirror, M" onClick={mirror}>
          <CaretsToAxisDashedVertical
            aria-hidden="true"
            className="size-6"
            strokeWidth={hanging.isMirrored ? 3 : 2}
          />
        </Button>
        <Button
          weight="quiet"
          aria-pressed={hanging.isTurned}
          aria-label="Turn upside down, T"
          onClick={turn}
        >
          <RotateCw aria-hidden="true" className="size-6" strokeWidth={hanging.isTurned ? 3 : 2} />
        </Button>
        <Button
          weight="quiet"
          aria-label="Larger"
          onClick={() => {
            onZoom(zoomedAbout(zoom, ZOOM_STEP, 0.5, 0.5));
          }}
        >
          <ZoomIn aria-hidden="true" className="size-6" />
        </Button>
        <Button
          weight="quiet"
          aria-label="Smaller"
          disabled={zoom.scale === 1}
          onClick={() => {
            onZoom(zoomedAbout(zoom, 1 / ZOOM_STEP, 0.5, 0.5));
          }}
        >
          <ZoomOut aria-hidden="true" className="size-6" />
        </Button>
        <Button
          weight="quiet"
          disabled={zoom.scale === 1}
          onClick={() => {
            onZoom(FITTED);
          }}
        >
          fit
        </Button>
      </div>
      <div className="w-max shrink-0">
        <Choice
          label="Size of the averaging circle"
          value={radiusName}
          options={[
            { value: "small", label: "small spot" },
            { value: "medium", label: "medium" },
            { value: "large", label: "large" },
          ]}
          onChange={onRadius}
        />
      </div>
    </div>
  );
}
