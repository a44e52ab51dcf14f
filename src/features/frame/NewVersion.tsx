"use client";

/** Keeps the application on this machine, and asks before a newer version takes its place. */
import { useEffect, useState } from "react";
import { Button } from "../../ui/Button";

export function NewVersion() {
  const waiting = useWaitingVersion();
  const [isLater, setLater] = useState(false);
  if (!waiting || isLater) return null;
  return (
    <div role="status" className="m-4 flex flex-wrap items-center gap-3 border-2 border-ink p-3">
      <p className="grow">A newer Gaman is here. Taking it reloads this page; what you kept stays.</p>
      <Button
        weight="main"
        onClick={() => {
          waiting.postMessage("take-over");
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

/** The version that was fetched whole and waits; nothing while the newest one runs. */
function useWaitingVersion(): ServiceWorker | undefined {
  const [waiting, setWaiting] = useState<ServiceWorker>();
  useEffect(() => {
    // While developing, nothing may stand between the page and its newest code.
    if (process.env.NODE_ENV !== "production" || !("serviceWorker" in navigator)) return undefined;
    const container = navigator.serviceWorker;
    const hadOne = container.controller !== null;
    let isLeaving = false;
    const onTakenOver = (): void => {
      // The first one takes over a page of its own version; a later one is another version.
      if (!hadOne || isLeaving) return;
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
  return waiting;
}

const AFTER_MS = 1500;
