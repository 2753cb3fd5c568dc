export {
  angleDeg,
  directionDeg,
  directionNames,
  DIRECTIONS,
  distancePx,
  gapsDeg,
  MIDDLE_PX,
  roadAt,
  tableOnWay,
  toleranceDeg,
} from './geometry'
export type { Bearing, Direction, Point, RoadShape, TableShape } from './geometry'
export { createStroke } from './stroke'
export type { Stroke } from './stroke'
export type { StrokeConfig, StrokeEvent, StrokeState } from './strokeState'
export { turnOutcomeSchema } from './schema'
export type { ChosenBy, TurnOutcome } from './schema'
export { figuresOf, placedByUse, ROAD_PX } from './figures'
export type { RoadFigures } from './figures'
