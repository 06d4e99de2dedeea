export {
  BOAT_SPEED_LIMITS_MPS,
  type PassPlan,
  passPlanSchema,
  type PassRun,
  passRunSchema,
  type Pose,
  poseAt,
  routeLengthM,
  withSpeedFrom,
} from './pass';
