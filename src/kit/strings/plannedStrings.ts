/**
 * Plans strings with two workers, and only those that were not planned before: a painter who changes one string, or adds
 * one, waits for that one alone.
 */
import { type Result, succeed } from "../../core/result";
import type { PlannedString } from "../../core/strings/types";
import type { WorkFailure } from "../../domain/failure";
import type { AskedString, GridRequest } from "../../domain/strings/gridQuestion";
import { keyOf } from "../query/useQuery";

/** What a worker is asked: some of a request's strings. */
export type AskStrings = (
  request: GridRequest,
  onProgress: (share: number) => void,
) => Promise<Result<readonly PlannedString[], WorkFailure>>;

const LANES = 2;
/** Sets of tubes whose plans are remembered: the grid's own and two versions to compare, and those before a change. */
const MOST_SETS = 6;

export class StringPlans {
  private readonly bySet = new Map<string, Map<string, PlannedString>>();

  /** Never rejects. @param onProgress - share of what has to be planned. */
  async plan(
    request: GridRequest,
    ask: AskStrings,
    onProgress: (share: number) => void = () => undefined,
  ): Promise<Result<readonly PlannedString[], WorkFailure>> {
    const known = this.plansOf(keyOf(request.tubes) ?? "");
    const missing = new Map<string, AskedString>();
    for (const string of request.strings) {
      const key = keyOf(string) ?? "";
      if (!known.has(key)) missing.set(key, string);
    }
    const lanes = Array.from({ length: LANES }, (_, lane) =>
      [...missing].filter((__, place) => place % LANES === lane),
    ).filter((strings) => strings.length > 0);
    const shares = lanes.map(() => 0);
    const answers = await Promise.all(
      lanes.map((strings, lane) =>
        ask({ ...request, strings: strings.map(([, string]) => string) }, (share) => {
          shares[lane] = share * strings.length;
          onProgress(shares.reduce((sum, own) => sum + own, 0) / missing.size);
        }),
      ),
    );
    for (const [lane, answer] of answers.entries()) {
      if (!answer.ok) return answer;
      answer.value.forEach((planned, place) => {
        known.set(lanes[lane]?.[place]?.[0] ?? "", planned);
      });
    }
    return succeed(request.strings.flatMap((string) => known.get(keyOf(string) ?? "") ?? []));
  }

  /** The set that was asked for last stays longest. */
  private plansOf(key: string): Map<string, PlannedString> {
    const plans = this.bySet.get(key) ?? new Map<string, PlannedString>();
    this.bySet.delete(key);
    this.bySet.set(key, plans);
    for (const oldest of this.bySet.keys()) {
      if (this.bySet.size <= MOST_SETS) break;
      this.bySet.delete(oldest);
    }
    return plans;
  }
}
