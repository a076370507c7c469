import type { SettingTool } from "../../contract";

export const TOOL_NAMES: Record<SettingTool, string> = {
  stops: "Stops",
  lockout: "Lockout",
  release: "Release pin",
  shims: "Shims",
  cableMarks: "Cable marks",
  rod: "Rod",
  gatedLinkage: "Gated linkage",
  floorSlot: "Floor slot",
  pressFit: "Press fit",
};

export const TOOL_ASKS: Record<SettingTool, string> = {
  stops: "How far is a stop screw backed off, and what is that at the rail?",
  lockout: "How far is the reverse plate moved, and which way?",
  release: "Is the lift-to-release pin flush?",
  shims: "Which shims from the shelf leave the gap that is wanted?",
  cableMarks: "How many turns bring the cables back to where they were?",
  rod: "How long is the rod cut, and how far can it be set?",
  gatedLinkage: "Which holes and which rod make every detent line up?",
  floorSlot: "Which slot does the floor shifter need? Template at full size.",
  pressFit: "What does it take to press a sleeve into its bracket?",
};
