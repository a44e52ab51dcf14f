export { answerMix, answerRecipes } from "./answers";
