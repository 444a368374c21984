export { Arrivals } from './Arrivals';
