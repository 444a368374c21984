export { SimulatedBank } from './SimulatedBank';
