/** The kernel for this thread: with SIMD where the machine has it, else without; the same answers either way. */
import { handInKernel, type OpaqueKernel } from "../core/mixing/opaqueModel";
import { createKernel } from "./kernel";
import { WITH_SIMD, WITHOUT_SIMD } from "./wasm.generated";

export function kernelWith(simd: boolean): OpaqueKernel {
  return createKernel(
    Uint8Array.from(atob(simd ? WITH_SIMD : WITHOUT_SIMD), (letter) => letter.charCodeAt(0)),
  );
}

/**
 * Hands the kernel to the core of this thread. Where the machine has no SIMD the first is refused; where the policy
 * forbids to compile both are, and the plain form goes on.
 */
export function useKernel(): "simd" | "scalar" | "plain" {
  for (const [name, simd] of [
    ["simd", true],
    ["scalar", false],
  ] as const) {
    try {
      handInKernel(kernelWith(simd));
      // Seen in the browser's own tools, and by the tests.
      performance.mark(`kernel ${name}`);
      return name;
    } catch (error) {
      if (!(error instanceof WebAssembly.CompileError)) throw error;
    }
  }
  return "plain";
}
