export { SnapshotReader } from "./reader";
export { shopViews, type BookPlace, type ShopView, type SnapshotTask } from "./tasks";
