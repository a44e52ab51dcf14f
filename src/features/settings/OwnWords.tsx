"use client";

/** Words with two meanings that were asked once: what this painter means by them, and a way to be asked again. */
import { useChangeSettings } from "../../kit/studio/useChangeSettings";
import { useSettings } from "../../kit/studio/useStudio";
import { Button } from "../../ui/Button";

export function OwnWords() {
  const { ownWords } = useSettings();
  const change = useChangeSettings();
  const words = Object.entries(ownWords ?? {});
  if (words.length === 0) return null;
  return (
    <div>
      <p>Words with two meanings, as you mean them:</p>
      <ul>
        {words.map(([word, meaning]) => (
          <li key={word} className="flex items-center gap-3">
            <span>
              “{word}” is {meaning}
            </span>
            <Button
              weight="quiet"
              aria-label={`Ask again what ${word} means`}
              onClick={() => {
                change((before) => ({
                  ownWords: Object.fromEntries(
                    Object.entries(before.ownWords ?? {}).filter(([other]) => other !== word),
                  ),
                }));
              }}
            >
              ask again
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
