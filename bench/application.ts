/** Figures of the built application, in browsers and processes of its own. */
// Before the store, which looks for it when it is loaded.
import "fake-indexeddb/auto";
import { browserFigures } from "./browser";
import { hostileViewFigures } from "./hostileViews";
import { killFigures } from "./kill";
import { logFigures } from "./log";
import { mixFigures } from "./mix";
import { isAsked, printFigures } from "./report";
import { safetyFigures } from "./safety";
import { subjectFigures } from "./subject";
import { tubeFigures } from "./tubes";
import { weightFigures } from "./weight";

if (isAsked("browser")) printFigures("Browser, built application", await browserFigures());
if (isAsked("tubes")) printFigures("Tubes, built application", await tubeFigures());
if (isAsked("subject")) printFigures("Pictures of 12 megapixels, built application", await subjectFigures());
if (isAsked("mix")) printFigures("The bench, built application", await mixFigures());
if (isAsked("log")) printFigures("A log of 20,000 matches, built application", await logFigures());
if (isAsked("kill")) printFigures("The browser killed, built application", await killFigures());
if (isAsked("safety"))
  printFigures("Hostile archives, each in a process of its own; calls", await safetyFigures());
if (isAsked("views"))
  printFigures("Archives of pushed values, in the built application", await hostileViewFigures());
if (isAsked("weight")) printFigures("Scripts of each view", weightFigures());
