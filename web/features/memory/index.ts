export { LearnedPage } from "./LearnedPage";
