/**
 * How JSON is written now. 1: up to 0.4.0. 2: a run is a head, a sheet and a log; the bench is stored in parts; frames,
 * programs, devices and settings have versions. What is older is brought up to this when a store is opened.
 */
export const SHAPE = 2
