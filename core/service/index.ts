export {
  calendar,
  isDay,
  service,
  type CalendarDay,
  type ServiceAnswer,
  type ServiceInput,
  type ServiceItem,
} from "./service";
