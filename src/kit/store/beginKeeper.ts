/** The store's worker, from the first line of the page on. */

/** In a built application: the worker in one file. In development it begins from its source. */
const SCRIPT = process.env.KEEPER_SCRIPT;

export type BegunKeeper = {
  readonly worker: Worker;
  /** Its script did not come, before anybody listened. */
  readonly isLost: boolean;
};

declare global {
  var gamanKeeper: BegunKeeper | undefined;
}

/**
 * For the first script of the page; must stay in step with {@link BegunKeeper}. The worker is told by its name which store it
 * will be asked for.
 *
 * @param demo - says in that script's own language whether it is the demo's.
 */
export function firstScript(demo: string): string {
  return SCRIPT
    ? `try{let k=globalThis.gamanKeeper={worker:new Worker("${SCRIPT}",{name:"keeper "+(${demo}?"demo":"own")}),isLost:false};k.worker.onerror=function(){k.isLost=true}}catch(e){}`
    : "";
}

/** The one that the page has begun, or another one where that ended. */
export function beginKeeper(): BegunKeeper {
  const begun = globalThis.gamanKeeper;
  globalThis.gamanKeeper = undefined;
  if (begun) return begun;
  return { worker: spawn(), isLost: false };
}

function spawn(): Worker {
  return SCRIPT
    ? new Worker(SCRIPT, { name: "keeper" })
    : new Worker(new URL("../../persistence/keeper.worker.ts", import.meta.url), {
        type: "module",
        name: "keeper",
      });
}
