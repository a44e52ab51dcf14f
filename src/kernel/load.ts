/** The kernel for this thread: with SIMD where the machine has it, else without; the same answers either way. */
import { handInKernel } from "../core/mixing/opaqueModel";
import { handInMapper } from "../core/picture/mapPicture";
import { createKernel } from "./kernel";
import { createMapper } from "./pictures";
import { WITH_SIMD, WITHOUT_SIMD } from "./wasm.generated";

/** @throws WebAssembly.CompileError where the machine or the policy of the page or the worker does not let it compile. */
export function kernelModule(simd: boolean): WebAssembly.Module {
  const code = atob(simd ? WITH_SIMD : WITHOUT_SIMD);
  return new WebAssembly.Module(Uint8Array.from(code, (letter) => letter.charCodeAt(0)));
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
