"use client";

/** Keeps the application on this machine, and asks before a newer version takes its place. */
import { useEffect, useState } from "react";
import { Button } from "../../ui/Button";
import { isHalfTyped, watchTyping } from "./halfTyped";

export function NewVersion() {
  const { waiting, isTakenOver } = useWaitingVersion();
  const [isLater, setLater] = useState(false);
  const [isHeld, setHeld] = useState(false);
  if (isTakenOver)
    return (
      <p role="status" className="m-4 border-2 border-ink p-3">
        A newer Gaman runs in your other windows. This one follows as soon as what you are typing is kept or
        cleared.
      </p>
    );
  if (!waiting || isLater) return null;
  return (
    <div role="status" className="m-4 flex flex-wrap items-center gap-3 border-2 border-ink p-3">
      <p className="grow">
        {isHeld
          ? "Keep or clear what you are typing first: taking the newer Gaman reloads this page."
          : "A newer Gaman is here. Taking it reloads this page; what you kept stays."}
      </p>
      <Button
        weight="main"
        onClick={() => {
          setHeld(isHalfTyped());
          if (!isHalfTyped()) waiting.postMessage("take-over");
        }}
      >
        Take it now
      </Button>
      <Button
        onClick={() => {
          setLater(true);
        }}
      >
        Later
      </Button>
    </div>
  );
}

type Version = {
  /** The version that was fetched whole and waits; nothing while the newest one runs. */
  readonly waiting: ServiceWorker | undefined;
  /** Another window took the newer one, and this one cannot be reloaded yet. */
  readonly isTakenOver: boolean;
};

function useWaitingVersion(): Version {
  const [waiting, setWaiting] = useState<ServiceWorker>();
  const [isTakenOver, setTakenOver] = useState(false);
  useEffect(() => watchTyping(), []);
  useEffect(() => {
    if (!isTakenOver) return undefined;
    const timer = setInterval(() => {
      if (!isHalfTyped()) window.location.reload();
    }, LOOKS_EVERY_MS);
    return () => {
      clearInterval(timer);
    };
  }, [isTakenOver]);
  useEffect(() => {
    // While developing, nothing may stand between the page and its newest code.
    if (process.env.NODE_ENV !== "production" || !("serviceWorker" in navigator)) return undefined;
    const container = navigator.serviceWorker;
    const hadOne = container.controller !== null;
    let isLeaving = false;
    const onTakenOver = (): void => {
      // The first one takes over a page of its own version; a later one is another version.
      if (!hadOne || isLeaving) return;
      if (isHalfTyped()) {
        setTakenOver(true);
        return;
      }
      isLeaving = true;
      window.location.reload();
    };
    container.addEventListener("controllerchange", onTakenOver);
    const look = (registration: ServiceWorkerRegistration): void => {
      if (registration.waiting && container.controller) setWaiting(registration.waiting);
    };
    const register = (): void => {
      container.register("/sw.js", { scope: "/", updateViaCache: "none" }).then(
        // A browser that is told to let no site work in the background may answer with nothing.
        (registration: ServiceWorkerRegistration | undefined) => {
          if (!registration) return;
          look(registration);
          registration.addEventListener("updatefound", () => {
            registration.installing?.addEventListener("statechange", () => {
              look(registration);
            });
          });
        },
        () => {
          // Without it Gaman works as long as there is a network; nothing else is lost.
        },
      );
    };
    // The first view comes first.
    const timer = setTimeout(register, AFTER_MS);
    return () => {
      clearTimeout(timer);
      container.removeEventListener("controllerchange", onTakenOver);
    };
  }, []);
  return { waiting, isTakenOver };
}

const AFTER_MS = 1500;
const LOOKS_EVERY_MS = 1000;
