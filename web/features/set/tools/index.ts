import type { SettingTool } from "../../../../contract";
import type { ToolProps } from "../useToolInput";
import { CableMarksTool } from "./CableMarksTool";
import { FloorSlotTool } from "./FloorSlotTool";
import { GatedTool } from "./GatedTool";
import { LockoutTool } from "./LockoutTool";
import { PressFitTool } from "./PressFitTool";
import { ReleaseTool } from "./ReleaseTool";
import { RodTool } from "./RodTool";
import { ShimsTool } from "./ShimsTool";
import { StopsTool } from "./StopsTool";

/** Every setting tool, by its name. */
export const TOOLS: Record<SettingTool, React.ComponentType<ToolProps>> = {
  stops: StopsTool,
  lockout: LockoutTool,
  release: ReleaseTool,
  shims: ShimsTool,
  cableMarks: CableMarksTool,
  rod: RodTool,
  gatedLinkage: GatedTool,
  floorSlot: FloorSlotTool,
  pressFit: PressFitTool,
};
