export { HEAVY, HeavyModels } from "./heavy";
