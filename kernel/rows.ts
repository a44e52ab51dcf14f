/** Rows of numbers in the memory, by place. */

// @ts-ignore: decorator
@inline
export function at(row: usize, place: i32): f64 {
  return load<f64>(row + (<usize>place << 3));
}

// @ts-ignore: decorator
@inline
export function put(row: usize, place: i32, value: f64): void {
  store<f64>(row + (<usize>place << 3), value);
}

/** Of a few numbers: the machine's own copying is a call out of the kernel, which takes longer than they do. */
// @ts-ignore: decorator
@inline
export function copyRow(to: usize, from: usize, count: i32): void {
  for (let place = 0; place < count; place++) put(to, place, at(from, place));
}
