export { SettingsView } from "./SettingsView";
