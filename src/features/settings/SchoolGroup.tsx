"use client";

/** Where painters disagree: the order, the words and what is offered follow the school; paint does what it does. */
import type { School } from "../../domain/school/school";
import { Choice, type ChoiceOption } from "../../ui/Choice";
import { CheckField } from "../../ui/fields";
import { useSettings } from "../../kit/studio/useStudio";
import { useChangeSettings } from "../../kit/studio/useChangeSettings";
import { Group } from "./Group";

type Question<K extends keyof School> = {
  readonly key: K;
  readonly label: string;
  readonly why: string;
  readonly options: readonly ChoiceOption<Extract<School[K], string>>[];
};

const FIRST: Question<"first"> = {
  key: "first",
  label: "What is put right first",
  why: "Value first, because light is what is seen; hue first, because a bright hue can still be dulled; or a base colour that is then lightened and darkened.",
  options: [
    { value: "value", label: "value" },
    { value: "hue", label: "hue" },
    { value: "base", label: "the base colour" },
  ],
};
const DULL: Question<"dullWith"> = {
  key: "dullWith",
  label: "What a colour is dulled with",
  why: "Its opposite keeps it alive; a grey of its own value leaves the value; an earth is quick.",
  options: [
    { value: "complement", label: "its opposite" },
    { value: "grey", label: "a grey of its value" },
    { value: "earth", label: "an earth" },
  ],
};
const REDS: Question<"darkenReds"> = {
  key: "darkenReds",
  label: "How reds are darkened",
  why: "The opposite keeps it red; black shifts the hue less than blue; a darker red stays richest.",
  options: [
    { value: "complement", label: "its opposite" },
    { value: "black", label: "black" },
    { value: "dark-red", label: "a darker red" },
  ],
};
const START: Question<"start"> = {
  key: "start",
  label: "Which tube is laid down first",
  why: "The weakest, so that no strong tube swamps the pile; the lightest; or the one of which most is needed.",
  options: [
    { value: "weakest", label: "the weakest" },
    { value: "lightest", label: "the lightest" },
    { value: "majority", label: "the majority" },
  ],
};
const LIGHTEN: Question<"lighten"> = {
  key: "lighten",
  label: "What lightens a colour",
  why: "In acrylic, gouache and other paint that takes both: white, or water over paper. Oil takes white, watercolour water, whatever is chosen here.",
  options: [
    { value: "white", label: "white" },
    { value: "water", label: "water" },
  ],
};
const WAY: Question<"way"> = {
  key: "way",
  label: "When paint is mixed",
  why: "All of it before painting, in the amount that is needed; or pile by pile while painting.",
  options: [
    { value: "adjust", label: "while painting" },
    { value: "premix", label: "beforehand" },
  ],
};

const KNIFE: Question<"knife"> = {
  key: "knife",
  label: "The knife between two piles",
  why: "Wiped, each pile is what was planned; a trace of the last pile ties the colours together.",
  options: [
    { value: "clean", label: "wiped each time" },
    { value: "tolerated", label: "a trace is welcome" },
  ],
};
const STIRRING: Question<"stirring"> = {
  key: "stirring",
  label: "How far a pile is mixed",
  why: "Even paint has one colour that can be matched; streaky paint is livelier and has none.",
  options: [
    { value: "even", label: "even" },
    { value: "streaky", label: "left streaky" },
  ],
};
const NUDGE: Question<"nudge"> = {
  key: "nudge",
  label: "What moves a hue",
  why: "A neighbour on the circle keeps it bright; the opposite moves and dulls it at once.",
  options: [
    { value: "neighbour", label: "a neighbour" },
    { value: "opposite", label: "the opposite" },
  ],
};
const FAR_OFF: Question<"farOff"> = {
  key: "farOff",
  label: "A pile that has gone far wrong",
  why: "Correcting wastes no paint; a new pile is often quicker and cleaner.",
  options: [
    { value: "correct", label: "correct it" },
    { value: "restart", label: "start again" },
  ],
};
const HIGHLIGHT: Question<"highlights"> = {
  key: "highlights",
  label: "Highlights",
  why: "White is the lightest there is; a light colour keeps the highlight from turning chalky.",
  options: [
    { value: "white", label: "with white" },
    { value: "coloured", label: "coloured" },
  ],
};
const TRY_ON: Question<"tryOn"> = {
  key: "tryOn",
  label: "Where a colour is tried first",
  why: "On a scrap nothing can go wrong; on the work it is seen among its neighbours.",
  options: [
    { value: "scrap", label: "on a scrap" },
    { value: "work", label: "on the work" },
  ],
};

export function SchoolGroup() {
  const settings = useSettings();
  const change = useChangeSettings();
  const { school } = settings;
  const set = (changes: Partial<School>): void => {
    change((before) => ({ school: { ...before.school, ...changes } }));
  };
  const ask = <K extends keyof School>({ key, label, why, options }: Question<K>) => (
    <div key={key} className="mt-3">
      <p className="font-semibold">{label}</p>
      <p className="mb-1 text-muted">{why}</p>
      <Choice
        label={label}
        value={school[key] as Extract<School[K], string>}
        options={options}
        onChange={(value) => {
          set({ [key]: value });
        }}
      />
    </div>
  );
  return (
    <Group
      title="School"
      text="Painters work in different ways. This changes the order, the words and what is offered first; what paint does stays the same."
    >
      {ask(FIRST)}
      {ask(START)}
      {ask(LIGHTEN)}
      {ask(DULL)}
      {ask(REDS)}
      {ask(WAY)}
      {ask(KNIFE)}
      {ask(STIRRING)}
      {ask(NUDGE)}
      {ask(FAR_OFF)}
      {ask(HIGHLIGHT)}
      {ask(TRY_ON)}
      <div className="mt-3">
        <CheckField
          label="Black may be used: quick and sure, though some find it deadens, and it greens a yellow"
          isChecked={school.allowsBlack}
          onChange={(allowsBlack) => {
            set({ allowsBlack });
          }}
        />
        <CheckField
          label="Ask me to say the colour before I see the recipe"
          isChecked={school.readFirst}
          onChange={(readFirst) => {
            set({ readFirst });
          }}
        />
        <CheckField
          label="Move aims so that the dry paint comes out right"
          isChecked={settings.allowsForDrying}
          onChange={(allowsForDrying) => {
            change({ allowsForDrying });
          }}
        />
      </div>
    </Group>
  );
}
