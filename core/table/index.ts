export { readTable, writeTable, TABLE_ROWS, type TableRead } from "./table";
