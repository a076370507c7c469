export * from "./likelyRun";
export * from "./mountRoomEvidence";
export * from "./observations";
export * from "./pairs";
export * from "./recordingAnalysis";
export * from "./roughness";
export * from "./words";
