declare const brand: unique symbol;
/** A number or string that must not be confused with another kind of the same shape, e.g. `Brand<number, 'Midi'>`. */
export type Brand<T, Name extends string> = T & { readonly [brand]: Name };
