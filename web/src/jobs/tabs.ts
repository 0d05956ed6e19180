export { LogTab } from "./LogTab";
export { LaterTab } from "./later/LaterTab";
export { PhotoStrip } from "./photos/PhotoStrip";
