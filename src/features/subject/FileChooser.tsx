"use client";

import { clsx } from "clsx";
import { Camera, ImageUp } from "lucide-react";
import { useEffect, useEffectEvent, useState } from "react";
import { CAMERA_SHOTS } from "../../devices/simulatedCamera";
import { Button } from "../../ui/Button";
import { Drawer } from "../../ui/Drawer";
import { takeLeftPicture, useGiven } from "../../kit/picture/given";
import { attempt } from "../../kit/studio/problems";

/** Phones convert their own format to one of these when they are asked for. */
const KINDS = "image/jpeg,image/png,image/webp,image/avif,image/tiff,image/gif,image/bmp,.tif,.tiff";

/** A picture by file dialog, camera, drop or paste. */
export function FileChooser({ isBig, onFile }: { isBig: boolean; onFile: (file: File) => void }) {
  useGivenPicture(onFile);
  if (isBig)
    return (
      <div className="flex flex-col gap-2">
        <FileLabel
          isBig
          words="Choose a picture, drop one here, or paste one"
          onFile={onFile}
          icon={<ImageUp aria-hidden="true" className="size-6" />}
        />
        <div className="flex flex-wrap gap-x-5">
          <FileLabel
            words="take a photo"
            isCamera
            onFile={onFile}
            icon={<Camera aria-hidden="true" className="size-5" />}
          />
          <SimulatedCamera onFile={onFile} />
        </div>
      </div>
    );
  return (
    <>
      <FileLabel
        words="another picture"
        onFile={onFile}
        icon={<ImageUp aria-hidden="true" className="size-5" />}
      />
      <FileLabel
        words="take a photo"
        isCamera
        onFile={onFile}
        icon={<Camera aria-hidden="true" className="size-5" />}
      />
      <SimulatedCamera onFile={onFile} />
    </>
  );
}

function FileLabel({
  words,
  icon,
  isBig = false,
  isCamera = false,
  onFile,
}: {
  words: string;
  icon: React.ReactNode;
  isBig?: boolean;
  isCamera?: boolean;
  onFile: (file: File) => void;
}) {
  return (
    <label
      className={clsx(
        // The hidden field is laid over its label, so that the page scrolls to it as to the label.
        "relative has-focus-visible:outline-3 has-focus-visible:outline-offset-2",
        isBig
          ? "flex min-h-56 flex-col items-center justify-center gap-3 border-2 border-dashed border-edge p-4 text-center wide:min-h-96"
          : "inline-flex min-h-11 items-center gap-2 font-semibold underline underline-offset-4",
      )}
    >
      {icon}
      <span>{words}</span>
      <input
        type="file"
        accept={KINDS}
        {...(isCamera && { capture: "environment" as const })}
        className="sr-only"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onFile(file);
          event.target.value = "";
        }}
      />
    </label>
  );
}

/** A picture that is pasted, or dropped anywhere on the page, or was given on another view. */
function useGivenPicture(onFile: (file: File) => void): void {
  useGiven({ onPicture: onFile, takesAnyFile: true });
  const take = useEffectEvent(onFile);
  useEffect(() => {
    const left = takeLeftPicture();
    if (left) take(left);
  }, []);
}

/** Sample photos with the faults that photos have. */
function SimulatedCamera({ onFile }: { onFile: (file: File) => void }) {
  const [isOpen, setOpen] = useState(false);
  const shoot = async (path: string): Promise<void> => {
    const response = await fetch(path);
    if (!response.ok) throw new Error(`${path} could not be read (${response.status})`);
    const blob = await response.blob();
    setOpen(false);
    onFile(new File([blob], path.split("/").at(-1) ?? path, { type: blob.type }));
  };
  return (
    <>
      <Button
        weight="quiet"
        onClick={() => {
          setOpen(true);
        }}
      >
        simulated camera
      </Button>
      <Drawer
        isOpen={isOpen}
        onOpenChange={setOpen}
        title="Simulated camera"
        description="Sample photos with a cast, slanting light and cards in them, to try the correction on."
      >
        <ul>
          {CAMERA_SHOTS.map(({ file, name, about }) => (
            <li key={file} className="border-b py-3 last:border-b-0">
              <p>
                <span className="font-semibold">{name}</span>: {about}.
              </p>
              <Button
                className="mt-2"
                aria-label={`Take the photo: ${name}`}
                onClick={() => {
                  attempt(shoot(file));
                }}
              >
                Take this photo
              </Button>
            </li>
          ))}
        </ul>
      </Drawer>
    </>
  );
}
