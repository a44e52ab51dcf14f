/**
 * Dependencies point one way (docs/decisions/0012):
 *
 *   app -> features -> kit -> { words, workers, persistence, devices, ui } -> domain -> data -> core
 *
 * `npm run boundaries` fails on any import against that direction.
 */
const outsideTests = "\\.(test|check|study|bench)\\.tsx?$";
const NOT_TESTS = { pathNot: outsideTests };

/** What each floor may import, itself aside. */
const FLOORS = {
  core: [],
  data: ["core"],
  domain: ["core", "data"],
  words: ["core", "data", "domain"],
  kernel: ["core"],
  workers: ["core", "data", "domain", "kernel"],
  persistence: ["core", "data", "domain"],
  devices: ["core", "data", "domain"],
  kit: ["core", "data", "domain", "words", "workers", "persistence", "devices", "ui"],
  features: ["core", "data", "domain", "kernel", "words", "workers", "persistence", "devices", "ui", "kit"],
};

const floorRules = Object.entries(FLOORS).map(([floor, below]) => ({
  name: `${floor}-looks-down-only`,
  comment: `${floor} imports ${["itself", ...below].join(", ")} and nothing above or beside it.`,
  severity: "error",
  from: {
    path: `^src/${floor}/`,
    ...NOT_TESTS,
    ...(floor === "core" && { pathNot: [outsideTests, "^src/core/index\\.ts$"] }),
  },
  to: { path: "^src/", pathNot: `^src/(${[floor, ...below].join("|")})/` },
}));

module.exports = {
  forbidden: [
    { name: "no-cycles", severity: "error", from: {}, to: { circular: true } },
    ...floorRules,
    {
      name: "core-is-a-leaf",
      comment:
        "Core imports only core, no package. Its front door alone may add the tables (docs/decisions/0003).",
      severity: "error",
      from: { path: "^src/core/", pathNot: [outsideTests, "^src/core/index\\.ts$"] },
      to: { pathNot: "^src/core/" },
    },
    {
      name: "front-door-adds-only-tables",
      severity: "error",
      from: { path: "^src/core/index\\.ts$" },
      to: { pathNot: "^src/(core|data)/" },
    },
    {
      name: "core-does-not-use-its-own-front-door",
      severity: "error",
      from: { path: "^src/(core|data|domain)/", pathNot: outsideTests },
      to: { path: "^src/core/index\\.ts$" },
    },
    {
      name: "domain-needs-no-package",
      comment: "What a painter means is said without packages, so that every floor and script can use it.",
      severity: "error",
      from: { path: "^src/(data|domain|words)/", ...NOT_TESTS },
      to: { path: "node_modules/" },
    },
    {
      name: "ui-knows-colours-only",
      comment:
        "Controls take props: of the lower floors they see the core's colour types and terms, no rows.",
      severity: "error",
      from: { path: "^src/ui/" },
      to: { path: "^src/", pathNot: "^src/(ui|core/(color|describe))/" },
    },
    {
      name: "features-do-not-import-features",
      comment:
        "What two features need moves down: to kit when it is React, to domain or words when it is not.",
      severity: "error",
      from: { path: "^src/features/([^/]+)/" },
      to: { path: "^src/features/", pathNot: "^src/features/$1/" },
    },
    {
      name: "features-are-entered-by-their-index",
      severity: "error",
      from: { path: "^src/app/" },
      to: { path: "^src/features/[^/]+/(?!index\\.ts$)" },
    },
    {
      name: "app-composes-features",
      severity: "error",
      from: { path: "^src/app/", pathNot: "^src/app/api/" },
      to: { path: "^src/(core|data|domain|words|workers|persistence|devices)/" },
    },
    {
      name: "pages-ask-the-keeper",
      comment:
        "Pages take the types of the store and no code: that runs in its worker (docs/decisions/0032). The table of a box is read where it is dropped.",
      severity: "error",
      from: { path: "^src/(kit|features|app)/", pathNot: `${outsideTests}|^src/app/api/` },
      to: {
        path: "^src/persistence/",
        pathNot: "\\.worker\\.ts$|/boxFile\\.ts$",
        dependencyTypesNot: ["type-only"],
      },
    },
    {
      name: "dexie-only-in-persistence",
      severity: "error",
      from: { path: "^src/", pathNot: "^src/persistence/" },
      to: { path: "node_modules/dexie/" },
    },
    {
      name: "no-react-below-the-interface",
      severity: "error",
      from: { path: "^src/(core|data|domain|words|workers|persistence|devices)/" },
      to: { path: "node_modules/(react|react-dom|next|radix-ui)/" },
    },
    {
      name: "tests-are-not-imported",
      severity: "error",
      from: {},
      to: { path: "\\.(test|check|study|spec)\\.tsx?$" },
    },
    { name: "nothing-unresolved", severity: "error", from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    doNotFollow: { path: "node_modules" },
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default", "types"],
    },
  },
};
