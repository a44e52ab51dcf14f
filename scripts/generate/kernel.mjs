/**
 * Compiles the kernel of searches (kernel/*.ts) with and without SIMD, and writes its bytes into src/kernel. With
 * `--check` nothing is written: it fails when the bytes in the repository are not those of the source.
 */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { main } from "assemblyscript/asc";

const ROOT = path.resolve(import.meta.dirname, "../..");
const FILE = path.join(ROOT, "src/kernel/wasm.generated.ts");
const folder = mkdtempSync(path.join(tmpdir(), "gaman-kernel-"));

async function compiled(simd) {
  const out = path.join(folder, `${simd}.wasm`);
  const { error, stderr } = await main([
    path.join(ROOT, "kernel/index.ts"),
    ...["--outFile", out, "-O3", "--noAssert", "--runtime", "stub", "--use", "abort="],
    // The working memory lies below, the ring of palettes behind: see src/kernel/kernel.ts.
    ...["--memoryBase", "65536", "--initialMemory", "24", "--maximumMemory", "24"],
    ...[simd ? "--enable" : "--disable", "simd"],
  ]);
  if (error) throw new Error(`The kernel does not compile: ${error.message}\n${stderr.toString()}`);
  // Not in base 64: what Node reads it with leaves the wide registers of the processor in use, and all that runs on
  // that thread afterwards takes a seventh longer.
  return readFileSync(out).toString("hex");
}

const source = `/** Compiled from kernel/*.ts by \`npm run generate\`; the build checks that the two agree. */
export const WITH_SIMD = "${await compiled(true)}";
export const WITHOUT_SIMD = "${await compiled(false)}";
`;
rmSync(folder, { recursive: true, force: true });
if (!process.argv.includes("--check")) writeFileSync(FILE, source);
else if (readFileSync(FILE, "utf8") !== source) {
  process.stderr.write(
    "src/kernel/wasm.generated.ts is not what kernel/*.ts compiles to: run `npm run generate`.\n",
  );
  process.exit(1);
}
