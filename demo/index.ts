export { frames, levers, values } from './levers'
export { programs } from './programs'
export { workstation } from './workstation'
