export { readTable, writeTable, TABLE_ROWS, type TableRead } from "./table";
export { decodeText, type DecodedText, type TextEncoding } from "./decode";
