export { ArchiveDesk } from "./desk";
