export { Backups } from "./backups";
