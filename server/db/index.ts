export { openDatabase, migrations } from "./open";
export { UnitOfWork } from "./unitOfWork";
export { find, findById, rowsOf, toRecord, toRow, type Wanted } from "./rows";
export { indexRecord, searchIndex } from "./search";
export { columnNames, tables } from "./tables";
export { changeEntity, entities, identityEntity } from "./entities";
export { holdAlone } from "./lock";
export { StorageError, storageTrouble } from "./trouble";
export type { Row } from "./entities";
