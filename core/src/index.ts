export { CHECKS, getCheckMeta } from './checks.ts';
export { SEVERITIES, type Finding, type Fix, type Found, type Ref, type Severity } from './check/finding.ts';
export { hungAt, prepare, type Hung, type Prepared } from './check/prepared.ts';
export { runChecks } from './check/run-checks.ts';
export { fixLabelOf, measuredAndRequired, sentenceOf, sourceText } from './check/sentence.ts';
export { gapWorking, isTooClose, liveGapsBeside, type GapBeside } from './clearance/gaps.ts';
export { behindCutOut, cutOutOf } from './fixing/cut-out.ts';
export { boardFigures } from './fixing/board.ts';
export { fixingPlanOf } from './fixing/fixing-plan.ts';
export type { FixingKind } from './fixing/hole-fixing.ts';
export { liftsOf, type LiftPlan } from './fixing/lift.ts';
export { blankPlan } from './demo/blank-plan.ts';
export { DEMOS } from './demo/demos.ts';
export { honeyHouse } from './demo/honey-house.ts';
export { clearanceMatrix, type ClearanceLine } from './clearance/matrix.ts';
export {
  arrangePlan,
  evaluatePlan,
  LiveEvaluation,
  MOST_ARRANGED,
  NO_EVALUATION,
  withEvaluationChanges,
  type Evaluation,
  type EvaluationChanges,
  type KeptEvaluation,
  type Remedies,
} from './evaluate.ts';
export type { ArrangeAnswer, ArrangeProgress, Proposal } from './arrange/arrange.ts';
export { USUAL_WEIGHTS, type ArrangeRequest, type ArrangeWeights } from './arrange/request.ts';
export type { LayoutGains, LayoutTerms } from './arrange/score.ts';
export { planChanges, withPlanChanges, type PlanChanges } from './plan/plan-changes.ts';
export { bodyOf, heaviestLiftKg, knockoutOnFace, type BodyMm } from './gear/body.ts';
export { ADVICE, CAUTIONS } from './pack/cautions.ts';
export { cautionsOf, countHoles, drillSheets, type DrillHole, type DrillSheet } from './pack/holes.ts';
export { holesCsv } from './pack/holes-csv.ts';
export { storyPoles, type PoleMark, type StoryPoles } from './pack/story-pole.ts';
export { changesInWords, diffPlans, type PlanDifference } from './plan/diff-plans.ts';
export {
  applyEdit,
  applyEdits,
  applyPlanPatches,
  planEditSchema,
  type AppliedEdit,
  type PlanEdit,
} from './plan/edits/apply-edit.ts';
export type { EditFault } from './plan/edits/edit.ts';
export type { GearFault, PlanFault } from './plan/fault.ts';
export type { Obstacle } from './plan/obstacle.ts';
export type { GearType, Knockout } from './plan/gear-type.ts';
export {
  isTodaysText,
  MAX_FILE_CHARS,
  openPlan,
  openPlanText,
  PLAN_TOO_LARGE,
  writePlan,
  writePlanCompact,
} from './plan/open-plan.ts';
export type { Joint, Placement, Port } from './plan/placement.ts';
export { planJsonSchema, planSchema, type Plan } from './plan/plan.ts';
export type { Pass, Run } from './plan/run.ts';
export type { PointMm } from './plan/values.ts';
export { degCFromDegF, degFFromDegC, MM_PER_INCH } from './quantity/convert.ts';
export {
  formatAgainst,
  formatExactLength,
  formatLength,
  formatQuantity,
  formatUse,
  INCH_READER,
  largeStepMm,
  markOf,
  METRIC_READER,
  stepMm,
  type Reader,
} from './quantity/format.ts';
export { parseLength, unitInMm, type LengthFault, type LengthUnit } from './quantity/parse-length.ts';
export { measureText, parseMeasure, type MeasureKind } from './quantity/measure.ts';
export { parseTemperature } from './quantity/parse-temperature.ts';
export { passSpot } from './seal/pass-spot.ts';
export { GLAND_SIZES } from './reference/glands.ts';
export type { SourceRef } from './reference/source.ts';
export type { Result } from './result.ts';
export { NEW_RUN, routeAll, type RoutedRun, type Routes } from './route/route.ts';
export { findPassPlaces } from './site/pass-places.ts';
export { boundsOf as boxOfPoints, sizeOfBox, type BoxMm } from './site/polygon.ts';
export { mirrored, type Site, type SiteFace } from './site/site.ts';
export { faceFromSheet, layOutSheet, sheetFromFace, unionOf, type SheetPlace } from './site/sheet.ts';
export { hookLineAway, hookLineForGap, hookLineStack, USUAL_GAP_MM } from './wireway/stack.ts';
export { isFittingSize, NEW_PLAY_MM, nippleOf, type Nipple } from './wireway/nipple.ts';
export type { Circuit } from './plan/circuit.ts';
export { WIRE_SIZES, WIREWAY_RULES } from './reference/wireways.ts';
export { fillSections, wireAreaMm2 } from './wireway/fill.ts';
export {
  canBeScrewed,
  findLink,
  joinOf,
  linkEnds,
  type LinkEnds,
  linkOf,
  meetEdit,
  screwWindow,
  type Join,
  type Meeting,
} from './wireway/joined.ts';
export { upgradeNeeds } from './wireway/upgrade.ts';
export { lineUpEdits, type LineUp } from './wireway/line-up.ts';
export { wirewayHoles, wirewaysOf, type WirewayHole } from './wireway/hole-pattern.ts';
export type { Working } from './working/working.ts';
export {
  createJobSchema,
  addressSchema,
  gearDetailSchema,
  gearIdsSchema,
  gearListSchema,
  gearSummarySchema,
  gearVersionsSchema,
  importGearSchema,
  instrumentListSchema,
  MOST_GEAR_AT_ONCE,
  MOST_PERSON_CHARACTERS,
  nameRevisionSchema,
  newReadingsSchema,
  patchGearSchema,
  readingListSchema,
  strikeSchema,
  jobListSchema,
  jobSummarySchema,
  patchJobSchema,
  problemSchema,
  restoreSchema,
  REVISION_KINDS,
  revisionListSchema,
  savedSchema,
  type Address,
  type GearDetail,
  type GearList,
  type GearSummary,
  type JobList,
  type JobsQuery,
  type JobSummary,
  type NewReading,
  type Problem,
  type Reading,
  type ReadingList,
  type Revision,
  type RevisionList,
} from './api.ts';
export { isNestedTooDeep } from './json-text.ts';
export { pathText } from './plan/fault.ts';
export {
  ALIGNMENTS,
  alignEdits,
  distributeEdits,
  duplicateEdit,
  mirrorEdits,
  swapEdits,
  type Alignment,
} from './clearance/group-moves.ts';
export {
  cornerSnaps,
  snapsFor,
  snapsNear,
  type Snap,
  type SnapReason,
  type Snaps,
} from './clearance/snaps.ts';
export { hangSpot } from './wireway/hang-spot.ts';
export {
  findWirewayAt,
  joinedSide,
  mostUsedWireway,
  sideOfKnockout,
  type WirewaySide,
} from './wireway/unit-at-wireway.ts';
export { cornersOfPart } from './site/obstacle-zone.ts';
export { cutText, nameWith } from './plan/name-with.ts';
export { freshId, freshIdIn } from './plan/fresh-id.ts';
export { railsOf, type Rail } from './fixing/rail.ts';
export { stockOf, type BoardStock } from './fixing/sheet-cut.ts';
export { boardCableHoles, boardTies } from './route/board-cables.ts';
export type { Link } from './plan/placement.ts';
export type { LoadFactors } from './plan/plan.ts';
export { LOAD_FACTORS } from './reference/fasteners.ts';
export { RAIL_KINDS, RAILS, type RailKind } from './reference/rails.ts';
export {
  CONDITION_KEYS,
  type Air,
  type ConditionKey,
  type Conditions,
  type Travel,
} from './plan/conditions.ts';
export { FACE_KINDS, type AsFound, type Face, type Fold, type Setback, type Stand } from './plan/face.ts';
export { FRAMING_ROLES, type Framing } from './plan/framing.ts';
export { GEAR_FORMAT_VERSION, openGear } from './plan/gear-migrate.ts';
export { findGearFaults } from './plan/gear-faults.ts';
export {
  GEAR_KINDS,
  gearTypeSchema,
  HEAT_FACES,
  KNOCKOUT_EDGES,
  ORIENTATIONS,
  type BracketHole,
  type ClearanceRule,
  type GearKind,
  type GearPart,
} from './plan/gear-type.ts';
export { FIRE_CLASSES, HOLDINGS, type Material } from './plan/material.ts';
export { OBSTACLE_KINDS } from './plan/obstacle.ts';
export { signedAreaMm2 } from './plan/outline.ts';
export { GEAR_CSV_COLUMNS, gearIdOf, readGearCsv, writeGearCsv } from './gear/gear-csv.ts';
export { fileStem } from './plan/slug.ts';
export {
  gearJsonSchema,
  readGearFile,
  writeGearFile,
  type GearOffer,
  type GearRowFault,
} from './gear/gear-file.ts';
export { gearViews, type GearMark, type GearView } from './gear/gear-views.ts';
export { newGearType } from './gear/new-gear.ts';
export { SAMPLE_GEAR } from './gear/samples.ts';
export { KNOCKOUT_SIZES, sizeText, type KnockoutSize } from './reference/knockouts.ts';
export { asTaped, type AsTaped } from './site/as-taped.ts';
export { MACHINE_SCREWS_INCH, MACHINE_SCREWS_METRIC, type MachineScrew } from './reference/fasteners.ts';
export { countText, toldText, type Told } from './quantity/told.ts';
export { rootEdit } from './site/root-edit.ts';
export { boundsOfFrames, foldUp } from './site/fold-up.ts';
export type { Frame } from './site/frame.ts';
export { siteFromFace } from './site/frame.ts';
export { SAMPLE_MATERIALS } from './site/materials.ts';
export { obstacleBounds, reachFromFaceMm } from './site/obstacle-zone.ts';
export { readCsvOutline, type CellFault } from './site/outline-csv.ts';
export { readDxfOutlines, writeDxfOutline, type DrawnOutlines } from './site/outline-dxf.ts';
export { rectangleOutline, takeOutline } from './site/outline-take.ts';
export { parsePitch, pitchDeg, pitchEdit, riseInTwelve } from './site/pitch.ts';
export { resizeEdit } from './site/resize.ts';
export { usableOutlines } from './site/usable.ts';
export { readInstrumentLine, writeInstrumentLine, type InstrumentLine } from './survey/instrument-line.ts';
export { surveyLines, type SurveyLine, type SurveyReading } from './survey/readings.ts';
export { surveyEdit } from './survey/survey-edit.ts';
export { surveyItems, type SurveyItem } from './survey/survey-items.ts';
export { edgeName, foldsOf, freeEdges, pitchText } from './site/fold-list.ts';
export { travelOnFace } from './site/travel.ts';
export { faceOf, newObstacle, usualStuds } from './site/new-things.ts';
export { planStrip, swingPath, type PlanStrip } from './clearance/plan-strip.ts';
export { isSameList } from './model/entities.ts';
export { placingInputs } from './model/model.ts';
