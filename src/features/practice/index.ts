export { PracticeView } from "./PracticeView";
