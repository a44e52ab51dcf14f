/** Names as people can read them. */

/**
 * Marks that turn the direction of what follows: with them one name can look like another. Letters have a direction of
 * their own, and need none.
 */
const DIRECTIONS = /[\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069]/g;
/** Nothing that is drawn: blanks, controls, what joins or breaks letters, fillers. */
const UNSEEN = /[\p{Z}\p{C}\p{Default_Ignorable_Code_Point}\u2800]/gu;

/** Without marks of direction, and without blanks around it. */
export function plainName(text: string): string {
  return text.replace(DIRECTIONS, "").trim();
}

/** Whether anything of it can be seen. */
export function isVisibleName(text: string): boolean {
  return text.replace(UNSEEN, "") !== "";
}
