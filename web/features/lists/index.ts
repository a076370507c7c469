export { ListsPage } from "./ListsPage";
