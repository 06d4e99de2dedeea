export { type Holding, holdingSchema } from './holding';
export {
  BOAT_SPEED_LIMITS_MPS,
  passDurationS,
  type PassPlan,
  passPlanSchema,
  type PassRun,
  passRunSchema,
  type Pose,
  poseAt,
  routeLengthM,
  type Sweep,
  sweepSchema,
  withSpeedFrom,
} from './pass';
export { canSteer, withCourseFrom, withReturnTo } from './steer';
