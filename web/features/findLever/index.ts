export { FindLever } from "./FindLever";
