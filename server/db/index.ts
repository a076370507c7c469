export { openDatabase, migrations } from "./open";
export { UnitOfWork } from "./unitOfWork";
export { find, findById, toRecord, toRow, selectOf } from "./rows";
export { tables } from "./tables";
export { changeEntity, entities } from "./entities";
export type { Row } from "./entities";
