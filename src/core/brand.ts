declare const brand: unique symbol;

/** A compile-time label. It costs nothing at run time and survives workers and storage. */
export type Brand<Name extends string> = { readonly [brand]: Name };
