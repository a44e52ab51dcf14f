export { SubjectView } from "./SubjectView";
