import { clsx } from "clsx";
import { type ComponentProps, useEffect, useId, useState } from "react";

/** A labelled text field with room for what is wrong and what to do about it. */
export function TextField({
  label,
  hint,
  error,
  className,
  ...rest
}: ComponentProps<"input"> & { label: string; hint?: string; error?: string | undefined }) {
  const id = useId();
  const noteId = `${id}-note`;
  const note = error ?? hint;
  return (
    <div className={clsx("flex flex-col gap-1 print:hidden", className)}>
      <label htmlFor={id} className="text-muted">
        {label}
      </label>
      <input
        id={id}
        aria-invalid={error ? true : undefined}
        aria-describedby={note ? noteId : undefined}
        className="min-h-11 w-full border-2 border-edge bg-field px-3 aria-invalid:border-4 aria-invalid:border-double aria-invalid:border-ink"
        {...rest}
      />
      {note ? (
        <p id={noteId} role={error ? "alert" : undefined} className={error ? "font-semibold" : "text-muted"}>
          {note}
        </p>
      ) : null}
    </div>
  );
}

/** A choice is taken for kept so long; then the box shows what really holds. */
const KEPT_WITHIN_MS = 2000;

/**
 * Something that holds or does not; the whole line is its target.
 *
 * The mark follows the press at once, also where the answer comes back from the store a moment later.
 */
export function CheckField({
  label,
  isChecked,
  isDisabled = false,
  onChange,
}: {
  label: string;
  isChecked: boolean;
  isDisabled?: boolean;
  onChange: (isChecked: boolean) => void;
}) {
  const [pressed, setPressed] = useState<{ readonly was: boolean }>();
  if (pressed && pressed.was !== isChecked) setPressed(undefined);
  useEffect(() => {
    if (!pressed) return undefined;
    const timer = setTimeout(setPressed, KEPT_WITHIN_MS, undefined);
    return () => {
      clearTimeout(timer);
    };
  }, [pressed]);
  return (
    <label className="flex min-h-11 items-center gap-2">
      <input
        type="checkbox"
        className="size-5 accent-ink"
        checked={pressed ? !pressed.was : isChecked}
        disabled={isDisabled}
        onChange={(event) => {
          setPressed(event.target.checked === isChecked ? undefined : { was: isChecked });
          onChange(event.target.checked);
        }}
      />
      {label}
    </label>
  );
}

/** Several lines of the painter's own words. */
export function TextAreaField({ label, className, ...rest }: ComponentProps<"textarea"> & { label: string }) {
  const id = useId();
  return (
    <div className={clsx("flex flex-col gap-1 print:hidden", className)}>
      <label htmlFor={id} className="text-muted">
        {label}
      </label>
      <textarea id={id} className="min-h-28 w-full border-2 border-edge bg-field p-2" {...rest} />
    </div>
  );
}

/** A file from the painter's disk; the same one can be chosen again. */
export function FileField({
  label,
  accept,
  onFile,
}: {
  label: string;
  accept: string;
  onFile: (file: File) => void;
}) {
  return (
    <label className="flex flex-col gap-1">
      <span className="text-muted">{label}</span>
      <input
        type="file"
        accept={accept}
        className="min-h-11 w-full border-2 border-edge bg-field p-2"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onFile(file);
          event.target.value = "";
        }}
      />
    </label>
  );
}
