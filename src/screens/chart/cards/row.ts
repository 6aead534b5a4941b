/** A row of buttons: on a phone it is drawn along, elsewhere it wraps. */
export const ROW =
  'flex min-w-0 items-center gap-1 max-sm:w-full max-sm:overflow-x-auto max-sm:*:shrink-0 sm:flex-wrap';
