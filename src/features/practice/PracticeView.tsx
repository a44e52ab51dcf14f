"use client";

/** Practice: short drills for the eye and the hand, and what they have come to. */
import { Tabs } from "radix-ui";
import { useState } from "react";
import { usePractice } from "../../kit/practice/usePractice";
import { Today } from "./Today";
import { SessionRun } from "./SessionRun";
import { later } from "../../ui/later";

const ProgressPanel = later(async () => (await import("./ProgressPanel")).ProgressPanel);
const FoundColours = later(async () => (await import("./FoundColours")).FoundColours);
const BenchPanel = later(async () => (await import("./BenchPanel")).BenchPanel);

const TABS = [
  { value: "today", label: "Today" },
  { value: "bench", label: "Simulated bench" },
  { value: "found", label: "Found colours" },
  { value: "progress", label: "Progress" },
] as const;

export function PracticeView() {
  const practice = usePractice();
  const [runId, setRunId] = useState<string>();
  if (!practice) return null;
  const { sessions, answered } = practice;
  const run = sessions.find(({ id }) => id === runId);
  if (run)
    return (
      <SessionRun
        key={run.id}
        session={run}
        answered={answered}
        onLeave={() => {
          setRunId(undefined);
        }}
      />
    );
  return (
    <Tabs.Root
      defaultValue="today"
      className="flex flex-col p-4 wide:h-full wide:overflow-y-auto wide:p-5 wide:pl-2"
    >
      <div className="flex flex-wrap items-baseline gap-x-6">
        <h1 className="text-xl font-bold">Practice</h1>
        <Tabs.List aria-label="What to practise" className="flex flex-wrap">
          {TABS.map(({ value, label }) => (
            <Tabs.Trigger
              key={value}
              value={value}
              className="min-h-11 border-b-4 border-transparent px-3 text-muted data-[state=active]:border-ink data-[state=active]:font-semibold data-[state=active]:text-ink"
            >
              {label}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
      </div>
      <Tabs.Content value="today" className="outline-none">
        <Today practice={practice} onRun={setRunId} />
      </Tabs.Content>
      <Tabs.Content value="bench" className="outline-none">
        <BenchPanel />
      </Tabs.Content>
      <Tabs.Content value="found" className="outline-none">
        <FoundColours />
      </Tabs.Content>
      <Tabs.Content value="progress" className="outline-none">
        <ProgressPanel answered={answered} sessions={sessions} />
      </Tabs.Content>
    </Tabs.Root>
  );
}
