/**
 * Dependencies point one way:
 *
 *   app -> features -> { workers, persistence, devices, ui } -> data -> core
 *
 * `npm run boundaries` fails on any import against that direction.
 */
const outsideTests = "\\.(test|check|bench)\\.tsx?$";

module.exports = {
  forbidden: [
    { name: "no-cycles", severity: "error", from: {}, to: { circular: true } },
    {
      name: "core-is-a-leaf",
      comment: "Core imports only core. Its front door alone may add the tables (docs/decisions/0003).",
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
      from: { path: "^src/(core|data)/", pathNot: outsideTests },
      to: { path: "^src/core/index\\.ts$" },
    },
    {
      name: "data-knows-only-core",
      severity: "error",
      from: { path: "^src/data/", pathNot: outsideTests },
      to: { pathNot: "^src/(data|core)/" },
    },
    {
      name: "middle-layers-do-not-look-up",
      severity: "error",
      from: { path: "^src/(workers|persistence|devices|ui)/" },
      to: { path: "^src/(app|features)/" },
    },
    {
      name: "middle-layers-stay-apart",
      comment: "workers, persistence, devices and ui meet in a feature, never in each other.",
      severity: "error",
      from: { path: "^src/(workers|persistence|devices|ui)/", pathNot: outsideTests },
      to: { path: "^src/(workers|persistence|devices|ui)/", pathNot: "^src/$1/" },
    },
    {
      name: "features-do-not-import-features",
      comment: "What two features need moves to features/shared; what combines two moves up to app.",
      severity: "error",
      from: { path: "^src/features/([^/]+)/" },
      to: { path: "^src/features/", pathNot: "^src/features/($1|shared)/" },
    },
    {
      name: "features-are-entered-by-their-index",
      severity: "error",
      from: { path: "^src/app/" },
      to: { path: "^src/features/[^/]+/(?!index\\.ts$)", pathNot: "^src/features/shared/" },
    },
    {
      name: "app-composes-features",
      severity: "error",
      from: { path: "^src/app/", pathNot: "^src/app/api/" },
      to: { path: "^src/(core|data|workers|persistence|devices)/" },
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
      from: { path: "^src/(core|data|workers|persistence|devices)/" },
      to: { path: "node_modules/(react|react-dom|next|radix-ui)/" },
    },
    {
      name: "tests-are-not-imported",
      severity: "error",
      from: {},
      to: { path: "\\.(test|check|spec)\\.tsx?$" },
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
