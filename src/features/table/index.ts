export { TableView } from "./TableView";
