import { answerRecipes } from "@/features/scripting";

export function POST(request: Request): Promise<Response> {
  return answerRecipes(request);
}
