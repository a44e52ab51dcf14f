"use client";

import { CAUTION_CLASSES } from "../../core/safety/hazardClasses";
import { cautionsFor, GENERAL_CAUTIONS } from "../../words/cautions";
import { Drawer } from "../../ui/Drawer";
import { useStudio } from "../../kit/studio/useStudio";

/** All cautions of the box in one place: the most hazardous class first, with the tubes that it concerns. */
export function CautionsDrawer({
  isOpen,
  onOpenChange,
}: {
  isOpen: boolean;
  onOpenChange: (isOpen: boolean) => void;
}) {
  const box = useStudio((studio) => studio.box);
  const classes = CAUTION_CLASSES.filter((name) => box.some((tube) => tube.hazard === name));
  const media = [...new Set(box.map((tube) => tube.medium))];
  const byClass = classes.flatMap((name) => {
    const [caution] = cautionsFor([name], []);
    const tubes = box.filter((tube) => tube.hazard === name).map((tube) => tube.label);
    return caution ? [{ ...caution, tubes: tubes.join(", ") }] : [];
  });
  // What holds of any paint is said once, below.
  const [anyPaint] = cautionsFor([], []);
  const byMedium = cautionsFor(
    [],
    media,
    box.flatMap((tube) => tube.colourIndexNames),
  ).filter(({ title }) => title !== anyPaint?.title);
  return (
    <Drawer
      isOpen={isOpen}
      onOpenChange={onOpenChange}
      title="Cautions"
      description="The usual ones for the paints in your box. The maker's safety sheet and local rules come first."
    >
      <ul className="flex flex-col">
        {byClass.map(({ title, text, tubes }) => (
          <li key={title} className="border-b py-2">
            <span className="font-semibold">{title}.</span> {text}
            <span className="block text-muted">{tubes}</span>
          </li>
        ))}
        {[...byMedium, ...GENERAL_CAUTIONS].map(({ title, text }) => (
          <li key={title + text} className="border-b py-2">
            <span className="font-semibold">{title}.</span> {text}
          </li>
        ))}
      </ul>
    </Drawer>
  );
}
