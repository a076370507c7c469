export { OpenJob } from "./OpenJob";
