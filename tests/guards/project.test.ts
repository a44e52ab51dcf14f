/** Guards on the project itself: boundaries that really fail, a core that stands alone, rooms that can be read. */
import {
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { execFileSync } from "node:child_process";
import { build } from "esbuild";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { labFromSrgb } from "@/core/color/srgb";
import { parseHex } from "@/core/color/hex";
import { yFromLightness } from "@/core/color/cieLab";
import { VIEWS } from "@/features/frame/views";
import { VIEW_HELP } from "@/words/help";

/** Modules that break a rule, each with the rule that must say so, and some that break none. */
const PLANTS = [
  ["core/color", 'import "../../data/standardViewing";', "core-is-a-leaf"],
  ["core/color", 'import "dexie";', "core-is-a-leaf"],
  ["core/color", 'import "../index";', "core-does-not-use-its-own-front-door"],
  ["data", 'import "../domain/tube/tube";', "data-looks-down-only"],
  ["domain/tube", 'import "../../persistence/schema";', "domain-looks-down-only"],
  ["domain/tube", 'import "../../words/doses";', "domain-looks-down-only"],
  ["domain/tube", 'import "../../core/index";', "core-does-not-use-its-own-front-door"],
  ["domain/tube", 'import "nanoid";', "domain-needs-no-package"],
  ["words", 'import "../persistence/schema";', "words-looks-down-only"],
  ["words", 'import "../ui/color";', "words-looks-down-only"],
  ["workers", 'import "../persistence/schema";', "workers-looks-down-only"],
  ["workers", 'import "../words/doses";', "workers-looks-down-only"],
  ["persistence", 'import "../kit/studio/useStudio";', "persistence-looks-down-only"],
  ["persistence", 'import "../words/doses";', "persistence-looks-down-only"],
  ["persistence", 'import "react";', "no-react-below-the-interface"],
  ["devices", 'import "../workers/protocol";', "devices-looks-down-only"],
  ["ui", 'import "../persistence/schema";', "ui-knows-colours-only"],
  ["ui", 'import "../domain/tube/tube";', "ui-knows-colours-only"],
  ["kit/studio", 'import "../../features/mix";', "kit-looks-down-only"],
  ["kit/studio", 'import "dexie";', "dexie-only-in-persistence"],
  ["kit/studio", 'import { openStore } from "../../persistence/opening"; openStore;', "pages-ask-the-keeper"],
  [
    "features/mix",
    'import type { Watched } from "../../persistence/watch"; export type X = Watched;',
    undefined,
  ],
  ["features/mix", 'import "../log";', "features-do-not-import-features"],
  ["features/mix", 'import "../../app/layout";', "features-looks-down-only"],
  ["features/mix", 'import "dexie";', "dexie-only-in-persistence"],
  ["app", 'import "../core/color/srgb";', "app-composes-features"],
  ["app", 'import "../features/mix/MixView";', "features-are-entered-by-their-index"],
  ["core/color", 'import "./srgb";', undefined],
] as const;

/** The check may take this long before it counts as stuck, and is then asked once more. */
const STUCK_MS = 90_000;

/** What the check says of all files together: one line for each violation, with its rule and its file. */
function violationsIn(copy: string, files: readonly string[]): readonly string[] {
  const check = (): string => {
    try {
      return execFileSync("node_modules/.bin/depcruise", [...files, "--config", ".dependency-cruiser.cjs"], {
        cwd: copy,
        encoding: "utf8",
        stdio: ["ignore", "pipe", "inherit"],
        timeout: STUCK_MS,
        killSignal: "SIGKILL",
      });
    } catch (error) {
      const { stdout, status } = error as { readonly stdout: string; readonly status: number | null };
      // Without a status it was ended for being stuck, and its words are not all there.
      if (status === null) throw error;
      return stdout;
    }
  };
  const said = ((): string => {
    try {
      return check();
    } catch {
      return check();
    }
  })();
  return said.split("\n");
}

describe("boundaries", () => {
  // In a copy: lint and types read the tree itself while the tests run.
  const copy = mkdtempSync(path.join(tmpdir(), "gaman-boundaries-"));
  const nameOf = (place: number): string => `planted${place}.ts`;
  let lines: readonly string[] = [];

  beforeAll(() => {
    cpSync("src", path.join(copy, "src"), { recursive: true });
    for (const file of ["package.json", "tsconfig.json", ".dependency-cruiser.cjs"])
      cpSync(file, path.join(copy, file));
    symlinkSync(path.resolve("node_modules"), path.join(copy, "node_modules"));
    const files = PLANTS.map(([folder, code], place) => {
      const file = path.join("src", folder, nameOf(place));
      writeFileSync(path.join(copy, file), code);
      return file;
    });
    lines = violationsIn(copy, files);
  }, 3 * STUCK_MS);

  afterAll(() => {
    rmSync(copy, { recursive: true, force: true });
  });

  it.each(PLANTS.map(([folder, code, rule], place) => ({ folder, code, rule, place })))(
    "in src/$folder, $code: $rule",
    ({ rule, place }) => {
      const own = lines.filter((line) => line.includes(nameOf(place)));
      if (rule === undefined) expect(own).toEqual([]);
      else expect(own.join("\n")).toContain(rule);
    },
  );
});

describe("views", () => {
  /** Everything in persistence that takes a database and is not for reading. */
  const writers = new Set(
    filesUnder("src/persistence", ".ts").flatMap((file) =>
      [
        ...readFileSync(file, "utf8").matchAll(/^export async function (\w+)\(\s*db: GamanDatabase/gm),
      ].flatMap(([, name = ""]) => (name.startsWith("read") ? [] : [name])),
    ),
  );

  it("write by way of commands: no component imports a writer", () => {
    expect(writers.size).toBeGreaterThan(30);
    const wrong = filesUnder("src", ".tsx")
      .filter((file) => !file.endsWith(".test.tsx"))
      .flatMap((file) =>
        [
          ...readFileSync(file, "utf8").matchAll(
            /import \{([^}]*)\} from "[^"]*(?:persistence|store\/calls)[^"]*"/g,
          ),
        ].flatMap(([, names = ""]) =>
          names
            .split(",")
            .map((name) => name.trim())
            .filter((name) => writers.has(name))
            .map((name) => `${file}: ${name}`),
        ),
      );
    expect(wrong).toEqual([]);
  });

  const MOST_HOOK_LINES = 120;
  const MOST_MEMBERS = 8;

  it(`have no hook over ${MOST_HOOK_LINES} lines and no context with more than ${MOST_MEMBERS} members`, () => {
    const sources = [...filesUnder("src", ".ts"), ...filesUnder("src", ".tsx")].map(
      (file) => [file, readFileSync(file, "utf8")] as const,
    );
    const hooks = sources.flatMap(([file, text]) =>
      [...text.matchAll(/^(?:export )?function (use[A-Z]\w*)[^]*?^}$/gm)].map(([code, name = ""]) => ({
        name: `${file}: ${name}`,
        lines: code.split("\n").length,
      })),
    );
    expect(hooks.length).toBeGreaterThan(60);
    expect(hooks.filter(({ lines }) => lines > MOST_HOOK_LINES)).toEqual([]);
    const contexts = sources.flatMap(([file, text]) =>
      [...text.matchAll(/createContext<(\w+)/g)].map(([, type = ""]) => {
        const [, body = ""] =
          new RegExp(`^(?:export )?type ${type} = \\{\n([^]*?)^\\};`, "m").exec(text) ?? [];
        return {
          name: `${file}: ${type}`,
          members: body.split("\n").filter((line) => /^ {2}readonly /.test(line)).length,
        };
      }),
    );
    expect(contexts.length).toBeGreaterThan(6);
    expect(contexts.filter(({ members }) => members > MOST_MEMBERS)).toEqual([]);
  });

  it("name every value that an effect depends on", () => {
    const silenced = [...filesUnder("src", ".ts"), ...filesUnder("src", ".tsx")].filter((file) =>
      /lint-disable[^\n]*exhaustive-deps/.test(readFileSync(file, "utf8")),
    );
    expect(silenced).toEqual([]);
  });
});

it("no two modules are called alike but for capitals and ending: where a disk does not tell them apart, one is taken for the other", () => {
  const names = [...filesUnder("src", ".ts"), ...filesUnder("src", ".tsx")].map((file) =>
    file.slice(0, -path.extname(file).length).toLowerCase(),
  );
  expect(names.length).toBeGreaterThan(500);
  expect(names.filter((name, i) => names.indexOf(name) !== i)).toEqual([]);
});

describe("documents", () => {
  const documents = [...filesUnder("docs", ".md"), "README.md", "CONTRIBUTING.md", "CHANGELOG.md"];

  it.each(documents)("%s says something, and its links lead somewhere", (file) => {
    const text = readFileSync(file, "utf8");
    expect(text.trim().length).toBeGreaterThan(40);
    const dead = [...text.matchAll(/\]\(([^)#\s]+)(?:#[^)]*)?\)/g)]
      .map(([, link = ""]) => link)
      .filter((link) => !/^https?:/.test(link))
      .filter((link) => !existsSync(path.join(path.dirname(file), link)));
    expect(dead).toEqual([]);
  });

  it("name only files that exist", () => {
    const named = documents.flatMap((file) =>
      [...readFileSync(file, "utf8").matchAll(/`((?:src|tests|bench|scripts|docs)\/[\w./-]+)`/g)].map(
        ([, name = ""]) => ({ file, name }),
      ),
    );
    // What an old decision was about may be gone; everything else speaks of today.
    const dead = named.filter(({ file, name }) => !file.includes("decisions/") && !existsSync(name));
    expect(dead).toEqual([]);
  });
});

function filesUnder(folder: string, ending: string): string[] {
  return readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((name) => name.endsWith(ending))
    .map((name) => path.join(folder, name));
}

describe("the core", () => {
  /**
   * Our own functions, which grow by a kilobyte now and then; a library that came in unnoticed would add ten at once.
   * The tables of the pigments, and what reads them, are counted by pigment: more of them is what a painter asks for.
   */
  const CODE_BUDGET_KB = 120;
  const BUDGET_KB_PER_PIGMENT = 0.9;

  it("bundles alone, small, and works from a bare script", async () => {
    const { outputFiles, metafile } = await build({
      entryPoints: ["src/core/index.ts"],
      bundle: true,
      write: false,
      minify: true,
      metafile: true,
      format: "esm",
      platform: "neutral",
    });
    expect(Object.keys(metafile.inputs).every((file) => /^src\/(core|data)\//.test(file))).toBe(true);
    const code = outputFiles[0]?.text ?? "";
    const tables = Object.values(metafile.outputs)
      .flatMap(({ inputs }) => [inputs["src/data/pigments.generated.ts"], inputs["src/data/curve.ts"]])
      .map((input) => input?.bytesInOutput ?? 0)
      .reduce((sum, bytes) => sum + bytes, 0);
    expect((code.length - tables) / 1024).toBeLessThan(CODE_BUDGET_KB);
    const core = (await import(
      `data:text/javascript,${encodeURIComponent(code)}`
    )) as typeof import("@/core");
    expect(tables / 1024 / core.pigmentLibrary.all.length).toBeLessThan(BUDGET_KB_PER_PIGMENT);
    const blue = core.findPigment("prussian-blue");
    if (!blue) throw new Error("no Prussian blue");
    expect(core.labOfMixture([{ optics: blue.optics, volume: 1 }])[0]).toBeLessThan(30);
  });
});

describe("rooms", () => {
  const css = readFileSync("src/ui/tokens.css", "utf8");
  const rooms = [...css.matchAll(/\[data-room="(\w+)"\] \{([^}]+)\}/g)].map(([, name = "", body = ""]) => ({
    name,
    lightness: Object.fromEntries(
      [...body.matchAll(/--(\w+): (#[0-9a-f]{6});/g)].map(([, token = "", hex = ""]) => {
        const parsed = parseHex(hex);
        if (!parsed.ok) throw new Error(hex);
        expect(parsed.value[0] === parsed.value[1] && parsed.value[1] === parsed.value[2], hex).toBe(true);
        return [token, labFromSrgb(parsed.value)[0]];
      }),
    ),
  }));

  it("are three, at the values of the design", () => {
    expect(rooms.map((room) => room.name)).toEqual(["light", "middle", "dark"]);
    for (const [i, expected] of [92, 58, 22].entries()) {
      expect(Math.abs((rooms[i]?.lightness.surface ?? 0) - expected)).toBeLessThan(0.4);
    }
  });

  it.each(rooms)(
    "$name: words can be read on every ground, lines of controls can be seen",
    ({ lightness }) => {
      const contrast = (a = 0, b = 0): number => {
        const [high = 0, low = 0] = [yFromLightness(a), yFromLightness(b)].sort((x, y) => y - x);
        return (high + 0.05) / (low + 0.05);
      };
      for (const ground of ["surface", "board", "field"]) {
        expect(contrast(lightness.ink, lightness[ground])).toBeGreaterThanOrEqual(5.5);
        expect(contrast(lightness.muted, lightness[ground])).toBeGreaterThanOrEqual(4.5);
        expect(contrast(lightness.edge, lightness[ground])).toBeGreaterThanOrEqual(3);
      }
    },
  );
});

it("each view has its help, and each help its view", () => {
  expect(VIEW_HELP.map(({ path: of }) => of)).toEqual(VIEWS.map(({ path: of }) => of));
});
