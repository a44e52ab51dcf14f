"use client";

import { clsx } from "clsx";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { VIEWS } from "./views";

/** Beside the work on a wide screen, under the thumb on a phone. */
export function Navigation() {
  const pathname = usePathname();
  return (
    <nav
      aria-label="Views"
      className="row-start-4 bg-board wide:col-start-1 wide:row-span-1 wide:row-start-2 wide:bg-transparent"
    >
      <ul className="flex justify-between px-1 wide:flex-col wide:px-0 wide:pt-3">
        {VIEWS.map(({ path, name }) => {
          const isHere = pathname === path;
          return (
            <li key={path} className="relative">
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
                aria-current={isHere ? "page" : undefined}
                className={clsx(
                  "flex min-h-12 min-w-11 items-center justify-center px-2 wide:justify-start wide:min-h-11 wide:px-6",
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
      </ul>
    </nav>
  );
}
