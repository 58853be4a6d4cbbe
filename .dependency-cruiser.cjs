// The arrows of the architecture: app → data → core, app → ui → core, commands and demo → data; in the core
// text ← document ← diff ← compared ← credit, and links knows text and document, access knows time alone, time knows nobody.
const core = "^src/core/";
const only = (name, from, allowed) => ({
  name, severity: "error", comment: `${name} may not import that`, from: { path: from, pathNot: "\\.test\\.tsx?$" },
  to: { path: "^src/", pathNot: [from, ...allowed] },
});

module.exports = {
  forbidden: [
    { name: "no-cycles", severity: "error", from: { pathNot: "\\.test\\.tsx?$" }, to: { circular: true } },
    only("core/text", `${core}text/`, []),
    only("core/time", `${core}time/`, []),
    only("core/access", `${core}access/`, [`${core}time/`]),
    only("core/document", `${core}document/`, [`${core}text/`]),
    only("core/links", `${core}links/`, [`${core}(text|document)/`]),
    only("core/ledger", `${core}ledger/`, [`${core}(text|document)/`]),
    only("core/merge", `${core}merge/`, [`${core}(text|document)/`]),
    only("core/diff", `${core}diff/`, [`${core}(text|document)/`]),
    only("core/compared", `${core}compared/`, [`${core}(text|document|diff)/`]),
    only("core/credit", `${core}credit/`, [`${core}(text|document|diff|compared|time)/`]),
    only("core/files", `${core}files/`, []),
    only("core/account", `${core}account/`, []),
    only("core/heavy", `${core}heavy/`, [`${core}(text|document|diff|compared|credit|merge)/`]),
    only("core/roster", `${core}roster/`, [`${core}(text|access)/`]),
    only("core/contents", `${core}contents/`, []),
    only("core/marks", `${core}marks/`, [`${core}text/`]),
    only("core/formats", `${core}formats/`, [`${core}(marks|roster|text)/`]),
    only("core/assignment", `${core}assignment/`, [`${core}(text|document|links)/`]),
    only("core", core, []),
    only("messages", "^src/messages/", []),
    only("data", "^src/data/", [core, "^src/messages/"]),
    only("commands", "^src/commands/", [core, "^src/data/", "^src/demo/"]),
    only("jobs", "^src/jobs/", [core, "^src/data/"]),
    only("demo", "^src/demo/", [core, "^src/data/"]),
    {
      name: "ui", severity: "error", comment: "ui knows the core, and of the data layer the shapes of what it shows",
      from: { path: "^src/ui/" }, to: { path: "^src/", pathNot: ["^src/ui/", core, "^src/messages/", "^src/data/[^/]+/dto\\.ts$"] },
    },
    {
      name: "ui-shapes-only", severity: "error", comment: "of the data layer ui takes types, never code",
      from: { path: "^src/ui/" }, to: { path: "^src/data/", dependencyTypesNot: ["type-only"] },
    },
    { name: "app", severity: "error", from: { path: "^src/app/" }, to: { path: "^src/(commands|demo|jobs)/" } },
    { name: "app-no-database", severity: "error", comment: "screens ask the data layer, never the database", from: { path: "^src/app/" }, to: { path: "^src/data/db/(client|tables)" } },
    { name: "core-is-pure", severity: "error", from: { path: core, pathNot: "\\.test\\.ts$" }, to: { path: "node_modules/(react|next|drizzle-orm|postgres|@mui|@tiptap/react|server-only)(/|$)" } },
    { name: "no-tests-in-product", severity: "error", from: { path: "^src/", pathNot: "\\.test\\.tsx?$" }, to: { path: "(^tests/|\\.test\\.tsx?$)" } },
  ],
  options: { tsPreCompilationDeps: true, tsConfig: { fileName: "tsconfig.json" }, doNotFollow: { path: "node_modules" }, enhancedResolveOptions: { conditionNames: ["import", "require", "node", "default"] } },
};
