export { SheetPage } from "./SheetPage";
export { SheetsPage } from "./SheetsPage";
export { ComparePage } from "./ComparePage";
