export { PhotoBench } from "./PhotoBench";
