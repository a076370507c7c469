export { TourPage } from "./TourPage";
