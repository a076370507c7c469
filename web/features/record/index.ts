export { SendArchive } from "./SendArchive";
