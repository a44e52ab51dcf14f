import { mixAnswers, recipesAnswers, type Runner } from "./answers";

/** The development server has no bundle for threads. */
const run: Runner = async (task, signal) => {
  if (process.env.NODE_ENV === "development") {
    const { compute } = await import("./compute");
    return compute(task);
  }
  const { inThreads } = await import("./pool");
  return inThreads(task, signal);
};

export const answerMix = mixAnswers(run);
export const answerRecipes = recipesAnswers(run);
