export { MountRoom } from "./MountRoom";
