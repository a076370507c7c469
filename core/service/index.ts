export { isDay, service, type ServiceAnswer, type ServiceInput, type ServiceItem } from "./service";
