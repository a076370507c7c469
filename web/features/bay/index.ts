export { BayPage } from "./BayPage";
