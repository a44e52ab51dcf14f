"use client";

import { clsx } from "clsx";
import Link from "next/link";
import { usePathname, useRouter } from "next/navigation";
import { useState } from "react";
import { Drawer } from "../../ui/Drawer";
import { useViewsAhead } from "./useViewsAhead";
import { UNDER_THE_THUMB, VIEWS } from "./views";

/** Of those under the thumb, the ones that large letters leave no room for. */
const TUCKED = ["/tubes", "/palette"] as const;

/** Beside the work on a wide screen, under the thumb on a phone. */
export function Navigation() {
  const pathname = usePathname();
  const router = useRouter();
  useViewsAhead();
  const [isOpen, setOpen] = useState(false);
  const others = VIEWS.slice(UNDER_THE_THUMB);
  const isElsewhere = others.some(({ path }) => path === pathname);
  const isTucked = TUCKED.some((path) => path === pathname);
  return (
    <nav
      aria-label="Views"
      className="print:hidden row-start-4 bg-board wide:col-start-1 wide:row-span-1 wide:row-start-2 wide:bg-transparent"
    >
      <ul className="flex justify-between px-1 wide:flex-col wide:px-0 wide:pt-3">
        {VIEWS.map(({ path, name }, place) => {
          const isHere = pathname === path;
          return (
            <li
              key={path}
              className={clsx(
                "relative",
                place >= UNDER_THE_THUMB && "hidden wide:block",
                TUCKED.some((tucked) => tucked === path) && "narrow:hidden",
              )}
            >
              {isHere ? (
                <svg
                  aria-hidden="true"
                  viewBox="0 0 9 28"
                  className="absolute top-2 left-0 hidden h-7 w-2.5 wide:block"
                >
                  <path d="M0 1 9 6 5 27 0 25Z" fill="var(--ink)" />
                </svg>
              ) : null}
              <Link
                href={path}
                prefetch={false}
                // PlaceOfView does it.
                scroll={false}
                onPointerEnter={() => {
                  router.prefetch(path);
                }}
                aria-current={isHere ? "page" : undefined}
                className={clsx(
                  "flex min-h-12 min-w-11 items-center justify-center px-2 max-[23rem]:px-0.5 max-[23rem]:text-sm max-[14rem]:text-xs wide:justify-start wide:min-h-11 wide:px-6",
                  isHere
                    ? "font-bold shadow-[inset_0_-4px_0_var(--ink)] wide:shadow-none"
                    : "text-muted hover:text-ink",
                )}
              >
                {name}
              </Link>
            </li>
          );
        })}
        <li className="wide:hidden">
          <button
            type="button"
            aria-haspopup="dialog"
            className={clsx(
              "flex min-h-12 min-w-11 items-center justify-center px-2 max-[23rem]:px-0.5 max-[23rem]:text-sm max-[14rem]:text-xs",
              isElsewhere ? "font-bold shadow-[inset_0_-4px_0_var(--ink)]" : "text-muted",
              isTucked && "narrow:font-bold narrow:text-ink narrow:shadow-[inset_0_-4px_0_var(--ink)]",
            )}
            onClick={() => {
              setOpen(true);
            }}
          >
            more
          </button>
        </li>
      </ul>
      <Drawer isOpen={isOpen} onOpenChange={setOpen} title="Views" description="Where else to go.">
        <ul aria-label="All views">
          {VIEWS.map(({ path, name }) => (
            <li key={path} className="border-b">
              <Link
                href={path}
                prefetch={false}
                scroll={false}
                aria-current={pathname === path ? "page" : undefined}
                className={clsx("flex min-h-14 items-center text-lg", pathname === path && "font-bold")}
                onClick={() => {
                  setOpen(false);
                }}
              >
                {name}
              </Link>
            </li>
          ))}
        </ul>
      </Drawer>
    </nav>
  );
}
