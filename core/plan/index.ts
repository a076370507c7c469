export { dayLength, isMoment, minuteOfDay } from "./calendar";
export { countsOf as orderCounts, findCycle, networkOf, timesOf } from "./network";
export { plan, planOf } from "./plan";
export * from "./types";
