/**
 * A part that is fetched when it is first drawn has a loader: the list of chunks that it needs beside those that are there. The
 * bundler may write a loader anew for each part that asks, with another list. Of two the browser keeps the one that came first,
 * and then misses what only the other part brought: the part stays broken until the page is opened anew.
 */

const LOADER = /(\d+),\w+=>\{\w+\.v\(\w+=>Promise\.all\(\[([^\]]*)\]\.map\(/g;
const CHUNK = /static\/chunks\/([\w.~-]+\.js)/g;

const chunksIn = (text) => [...text.matchAll(CHUNK)].map(([, name]) => name);

/**
 * @param html - of a page.
 * @param chunks - the text of each chunk by its name.
 * @returns how many loaders the page can come to, and those that have several lists.
 */
export function loadersOf(html, chunks) {
  const lists = new Map();
  const seen = new Set();
  const left = chunksIn(html);
  for (let name = left.pop(); name !== undefined; name = left.pop()) {
    const text = chunks.get(name);
    if (text === undefined || seen.has(name)) continue;
    seen.add(name);
    for (const [, id, list] of text.matchAll(LOADER)) {
      lists.set(id, (lists.get(id) ?? new Set()).add(list));
      left.push(...chunksIn(list));
    }
  }
  return { count: lists.size, ambiguous: [...lists].filter(([, own]) => own.size > 1).map(([id]) => id) };
}
