/** One line of a menu or a list, and how it looks when it is gone to; with a machine's own colours it has an outline. */
export const LIST_ITEM =
  "flex min-h-11 cursor-default items-center px-4 -outline-offset-2 outline-none data-[disabled]:text-muted data-[highlighted]:bg-ink data-[highlighted]:text-surface data-[highlighted]:outline-hidden";
