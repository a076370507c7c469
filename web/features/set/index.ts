export { SetDesk, SetStage } from "./SetTools";
