import { answerMix } from "@/features/scripting";

export function POST(request: Request): Promise<Response> {
  return answerMix(request);
}
