"use client";

/** What a task says of itself: that it is under way, or why it failed, with the way to try again. */
import { Button } from "../../ui/Button";
import { ASKING } from "../../ui/keepFocus";
import { Notice } from "../../ui/Notice";
import { workFailureWords } from "../../words/failures";
import { Status } from "../../ui/Status";
import type { Task } from "./useTask";

export function TaskLine<T>({
  task,
  asking,
  what,
  className,
}: {
  task: Task<T>;
  /** "Working out the ways". */
  asking: string;
  /** "The ways", for when it fails. */
  what: string;
  className?: string;
}) {
  if (task.status === "asking" && task.last === undefined)
    return (
      <Status className={className} {...ASKING}>
        {asking}
      </Status>
    );
  if (task.status !== "failed") return null;
  return (
    <Notice className={className}>
      {workFailureWords(what, task.failure)}
      <Button className="mt-2 block" onClick={task.retry}>
        Try again
      </Button>
    </Notice>
  );
}
