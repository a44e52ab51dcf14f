export { Find } from "./Find";
