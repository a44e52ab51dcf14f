"use client";

/** Where practice begins: from which tubes, how long, what is weakest; and what was broken off goes on. */
import { useState } from "react";
import { answeredOf } from "../../domain/practice/answered";
import { LEVELS, type PracticeSession } from "../../domain/practice/practice";
import { isHueUntold, isLevelKnown } from "../../domain/practice/progress";
import { type ScreenLimits, screenLimits } from "../../domain/practice/screenCheck";
import { PRACTICE_MINUTES, type PracticeWish } from "../../domain/settings/settings";
import { useMinute } from "../../kit/paint/useMinute";
import {
  type Practice,
  useBeginPractice,
  usePracticeTubes,
  USUAL_WISH,
  useWeakness,
} from "../../kit/practice/usePractice";
import { attempt } from "../../kit/studio/problems";
import { useChangeSettings } from "../../kit/studio/useChangeSettings";
import { useSettings } from "../../kit/studio/useStudio";
import { usePracticeCommands } from "../../kit/commands/practice";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { CheckField } from "../../ui/fields";
import { Notice } from "../../ui/Notice";
import { LEVEL_WORDS, skillWords } from "../../words/practice";

const SHOWN_WEAK = 3;

export function Today({ practice, onRun }: { practice: Practice; onRun: (id: string) => void }) {
  const settings = useSettings();
  const changeSettings = useChangeSettings();
  const wish = settings.practice ?? USUAL_WISH;
  const tubes = usePracticeTubes(wish.level);
  const now = useMinute();
  const { answered, open } = practice;
  const weakness = useWeakness(answered, now);
  const limits = screenLimits(answered, now);
  const begin = useBeginPractice();
  const [word, setWord] = useState<string>();
  const [isDrawing, setDrawing] = useState(false);
  const change = (part: Partial<PracticeWish>): void => {
    changeSettings({ practice: { ...wish, ...part } });
  };
  const start = async (isScreenCheck: boolean): Promise<void> => {
    if (!weakness) return;
    setDrawing(true);
    const begun = await begin(wish, tubes, answered, weakness, isScreenCheck);
    setDrawing(false);
    setWord(begun.ok ? undefined : WORD_OF[begun.why]);
    if (begun.ok) onRun(begun.sessionId);
  };
  const weakest = Object.entries(weakness?.weights ?? {})
    .sort(([, one], [, other]) => other - one)
    .slice(0, SHOWN_WEAK)
    .map(([key]) => skillWords(key));
  const atLevel = practice.sessions.filter(({ level }) => level === wish.level);
  const goOn =
    wish.level !== "own" && isLevelKnown(answeredOf(atLevel))
      ? LEVELS[LEVELS.indexOf(wish.level) + 1]
      : undefined;
  return (
    <div className="mt-4 grid gap-x-10 gap-y-6 wide:grid-cols-[minmax(0,1fr)_20rem]">
      <div className="flex flex-col gap-5">
        {open ? <GoOn session={open} onRun={onRun} /> : null}
        {limits ? null : (
          <section aria-labelledby="screen-check">
            <h2 id="screen-check" className="font-bold">
              First: what can this screen show?
            </h2>
            <p>
              Four pairs of greys, a few seconds. What your screen does not tell apart here it cannot teach,
              and is left out. A screen is no eye test.
            </p>
            <Button
              weight={open ? "plain" : "main"}
              className="mt-2"
              data-next=""
              disabled={!weakness || isDrawing}
              onClick={() => {
                attempt(start(true));
              }}
            >
              Check the screen
            </Button>
          </section>
        )}
        <section aria-labelledby="to-practise" className="flex flex-col gap-4">
          <h2 id="to-practise" className="font-bold">
            What to practise
          </h2>
          <Choice
            label="Tubes"
            value={wish.level}
            options={LEVELS.map((level) => ({ value: level, ...LEVEL_WORDS[level] }))}
            onChange={(level) => {
              change({ level });
            }}
          />
          {goOn ? (
            <p>
              Three of four answers were right lately. Go on to {LEVEL_WORDS[goOn].label}: add tubes when
              those you have are sure.
            </p>
          ) : null}
          <Choice
            label="How long"
            value={String(wish.minutes)}
            options={PRACTICE_MINUTES.map((minutes) => ({
              value: String(minutes),
              label: `${minutes} minutes`,
            }))}
            onChange={(value) => {
              const minutes = PRACTICE_MINUTES.find((one) => String(one) === value);
              if (minutes) change({ minutes });
            }}
          />
          <div>
            <CheckField
              label="values lead: no question about hue alone"
              isChecked={wish.isValueFirst}
              onChange={(isValueFirst) => {
                change({ isValueFirst });
              }}
            />
            {!wish.isValueFirst && isHueUntold(answered) ? (
              <p className="text-muted">
                Warm and cool were hard to tell lately. It may be this light or this screen, and many painters
                see some hues alike: values carry a painting by themselves. Let them lead if you like.
              </p>
            ) : null}
          </div>
          <Button
            weight={limits && !open ? "main" : "plain"}
            className="self-start"
            data-next={limits && !open ? "" : undefined}
            disabled={!weakness || isDrawing}
            onClick={() => {
              attempt(start(false));
            }}
          >
            {isDrawing ? "Choosing the questions" : "Begin"}
          </Button>
          <Notice>{word}</Notice>
        </section>
      </div>
      <section aria-labelledby="weakest">
        <h2 id="weakest" className="font-bold">
          What comes first
        </h2>
        {weakest.length > 0 ? (
          <>
            <ul className="list-disc pl-5">
              {weakest.map((words) => (
                <li key={words}>{words}</li>
              ))}
            </ul>
            <p className="mt-2 text-muted">
              By what you answered, by what is about to be forgotten, and by the matches and first looks of
              your log. Nothing here teaches your tubes.
            </p>
          </>
        ) : (
          <p>Nothing is known of your eye yet. The first sessions ask a little of everything.</p>
        )}
        {limits ? <ScreenLine limits={limits} /> : null}
        {limits ? (
          <Button
            weight="quiet"
            disabled={!weakness || isDrawing}
            onClick={() => {
              attempt(start(true));
            }}
          >
            check the screen again
          </Button>
        ) : null}
      </section>
    </div>
  );
}

const WORD_OF = {
  "few-colours":
    "These tubes give no colours that the screen shows surely. Put more tubes on your board, or choose other tubes.",
  failed: "The questions could not be drawn. Try it once more.",
} as const;

function ScreenLine({ limits: { least, most } }: { limits: ScreenLimits }) {
  const isWhole = least === 0 && most === 100;
  return (
    <p className="mt-3">
      {isWhole
        ? "This screen told all its greys apart."
        : `This screen does not tell ${least > 0 ? "the darkest" : "the lightest"} greys apart${least > 0 && most < 100 ? ", nor the lightest" : ""}: they are left out of the drills. A darker room, or more light of the screen, may help.`}
    </p>
  );
}

function GoOn({ session, onRun }: { session: PracticeSession; onRun: (id: string) => void }) {
  const { changePractice } = usePracticeCommands();
  const left = session.questions.length - session.answers.length;
  return (
    <section aria-labelledby="go-on" className="border-l-4 border-ink pl-3">
      <h2 id="go-on" className="font-bold">
        You were in the middle
      </h2>
      <p>
        {session.answers.length} of {session.questions.length} are answered, {left} left.
      </p>
      <div className="mt-2 flex flex-wrap gap-3">
        <Button
          weight="main"
          data-next=""
          onClick={() => {
            onRun(session.id);
          }}
        >
          Go on
        </Button>
        <Button
          weight="quiet"
          onClick={() => {
            attempt(changePractice(session.id, () => ({ endedAt: Date.now() })));
          }}
        >
          leave it there
        </Button>
      </div>
    </section>
  );
}
