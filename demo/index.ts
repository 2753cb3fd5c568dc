export { frames, levers } from './levers'
export { programs } from './programs'
export { workstation } from './workstation'
