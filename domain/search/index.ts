export { excerpt, findable, findableKinds, type Findable } from "./words";
