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
