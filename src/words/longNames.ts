/** Where the long words of paint names may break: browsers know few of them. */
const BREAKS = /(quin|anthra|benzimid|isoindo|ultra|trans)(acridone|quinone|azolone|linone|marine|parent)/gi;

/** A name for narrow places: as the studio shortens it, with soft hyphens in the long words that are left. */
export function narrowName(name: string): string {
  return name.replace(/phthalocyanine/i, "Phthalo").replace(BREAKS, "$1\u00AD$2");
}
