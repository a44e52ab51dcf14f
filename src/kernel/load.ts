/** The kernel for this thread: with SIMD where the machine has it, else without; the same answers either way. */
import { handInKernel } from "../core/mixing/opaqueModel";
import { handInMapper } from "../core/picture/mapPicture";
import { createKernel } from "./kernel";
import { createMapper } from "./pictures";
import { WITH_SIMD, WITHOUT_SIMD } from "./wasm.generated";

/** @throws WebAssembly.CompileError where the machine or the policy of the page or the worker does not let it compile. */
export function kernelModule(simd: boolean): WebAssembly.Module {
  const code = simd ? WITH_SIMD : WITHOUT_SIMD;
  const bytes = Uint8Array.from({ length: code.length / 2 }, (_, i) =>
    Number.parseInt(code.slice(2 * i, 2 * i + 2), 16),
  );
  return new WebAssembly.Module(bytes);
}

/**
 * Hands the kernel to the core of this thread. Where the machine has no SIMD the first is refused; where the policy
 * forbids to compile both are, and the plain form goes on.
 */
export function handInKernels(): "simd" | "scalar" | "plain" {
  for (const [name, simd] of [
    ["simd", true],
    ["scalar", false],
  ] as const) {
    try {
      const compiled = kernelModule(simd);
      handInKernel(createKernel(compiled));
      handInMapper(createMapper(compiled));
      // Seen in the browser's own tools, and by the tests.
      performance.mark(`kernel ${name}`);
      return name;
    } catch (error) {
      if (!(error instanceof WebAssembly.CompileError)) throw error;
    }
  }
  return "plain";
}
