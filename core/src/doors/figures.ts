// What follows from a plan: the site, bodies, gaps, fixings, routes, holes, layouts.

export {
  fieldFigures,
  type FieldFigures,
  schoolsBeside,
  type SchoolFigures,
  suggestedSchool,
} from '../array/field-figures.ts';
export { type FieldRail, fieldSupport, type Foot } from '../array/field-rails.ts';
export { USUAL_UPLIFT } from '../array/field-loads.ts';
export { modulesOfField, type PlacedModule, planeOf } from '../array/field-modules.ts';
export { type FilledField, fillField, type FillWish } from '../array/fill-field.ts';
export { FILL_PATTERNS, FILL_WAYS } from '../array/fill-problem.ts';
export { intoGrid, moduleSnaps } from '../array/module-snaps.ts';
export { newField, withOneMore } from '../array/new-field.ts';
export { railLifts } from '../array/lift-to-line.ts';
export { MODULE_LINES, linedUp } from '../array/line-up.ts';
export { assemblyOf } from '../array/assembly.ts';
export { oldFeet } from '../array/old-feet.ts';
export { overFolds } from '../array/over-fold.ts';
export { payload } from '../array/payload.ts';
export { ATTACHMENTS } from '../array/schools.ts';
export { arrayFigures, stringLines } from '../string/array-figures.ts';
export { type ArrayYear, arrayYear, tiltGain } from '../string/array-year.ts';
export {
  batteryWeek,
  energyBalance,
  energySays,
  MONTH_NAMES,
  USABLE,
  WEEK_DAYS,
  dailyUseWorking,
} from '../string/energy.ts';
export { leadsFor, leadString, type StringLead } from '../string/lead-string.ts';
export { stringLeads } from '../string/leads.ts';
export { arrayGear, proposeStrings } from '../string/propose-strings.ts';
export { setStrings, sharers, shareStrings } from '../string/share-strings.ts';
export { rowGapOf } from '../string/row-spacing.ts';
export { groupBoxes } from '../string/cell-grid.ts';
export { dayInMonth, monthOfDay } from '../string/sun.ts';
export { type CurveNow, type SunAsk, type SunNow, sunNow } from '../string/sun-now.ts';
export type { ControllerWorks } from '../string/wiring.ts';
export { ARRAY_RAIL_KINDS, ARRAY_RAILS } from '../reference/array-rails.ts';
export type { ArrangeAnswer, ArrangeProgress, Proposal } from '../arrange/arrange.ts';
export { type ArrangeRequest, type ArrangeWeights, USUAL_WEIGHTS } from '../arrange/request.ts';
export { type Hung, type Prepared, hungAt, prepare } from '../check/prepared.ts';
export { type GapBeside, gapWorking, isTooClose, liveGapsBeside } from '../clearance/gaps.ts';
export {
  type Alignment,
  alignEdits,
  distributeEdits,
  duplicateEdit,
  mirrorEdits,
  swapEdits,
} from '../placing/group-moves.ts';
export { type ClearanceLine, clearanceMatrix } from '../clearance/matrix.ts';
export { type JobPicture, jobPicture } from '../placing/job-picture.ts';
export { applyLanding } from '../placing/landing.ts';
export { faceToStart } from '../placing/start-face.ts';
export { frontRoomOf, planStrip, swingPath } from '../placing/plan-strip.ts';
export {
  type Snap,
  type SnapReason,
  type Snaps,
  cornerSnaps,
  snapsFor,
  snapsNear,
} from '../placing/snaps.ts';
export {
  type Evaluation,
  type EvaluationChanges,
  type KeptEvaluation,
  LiveEvaluation,
  NO_EVALUATION,
  type Remedies,
  arrangePlan,
  evaluatePlan,
  withEvaluationChanges,
} from '../evaluate.ts';
export { boardFigures } from '../fixing/board.ts';
export { behindCutOut, cutOutOf } from '../fixing/cut-out.ts';
export { fixingPlanOf } from '../fixing/fixing-plan.ts';
export type { FixingKind } from '../fixing/hole-fixing.ts';
export { type LiftPlan, liftsOf } from '../fixing/lift.ts';
export { railsOf } from '../fixing/rail.ts';
export { stockOf } from '../fixing/sheet-cut.ts';
export { heaviestLiftKg, knockoutOnFace } from '../gear/body.ts';
export { type GearMark, type GearView, gearViews } from '../gear/gear-views.ts';
export { isSameList } from '../derive/entities.ts';
export { placingInputs } from '../model/model.ts';
export { type DrillSheet, cautionsOf, countHoles, drillSheets } from '../pack/holes.ts';
export { type PoleMark, storyPoles } from '../pack/story-pole.ts';
export {
  LOAD_FACTORS,
  MACHINE_SCREWS_INCH,
  MACHINE_SCREWS_METRIC,
  type MachineScrew,
} from '../reference/fasteners.ts';
export { GLAND_SIZES } from '../reference/glands.ts';
export { LAYERS } from '../reference/layers.ts';
export { RAILS, RAIL_KINDS, type RailKind } from '../reference/rails.ts';
export {
  AWG_SIZES,
  CONDUIT_SIZES,
  type ConduitSize,
  INSULATION_NAMES,
  MM2_SIZES,
  sizeText,
} from '../reference/conductor-sizes.ts';
export { boardCableHoles, boardTies } from '../route/board-cables.ts';
export { type DrawnPart, type OneLineDrawing, drawOneLine } from '../one-line/drawing.ts';
export { type OneLine } from '../one-line/graph.ts';
export { type GivenLayout, askedLayout } from '../one-line/layout.ts';
export { type Shape, INKS } from '../one-line/shapes.ts';
export { type PipePlan } from '../conductor/pipe.ts';
export { type RunDetail } from '../route/run-detail.ts';
export { editOfHold, holdOfLeg, type LegHold } from '../route/leg-hold.ts';
export { newPlateHole } from '../route/plate-bore.ts';
export { NO_PLATE_DETAIL, type PlateDetail } from '../route/plate-detail.ts';
export { type Leg, routeAll, type RoutedRun, type Routes } from '../route/route.ts';
export { typedBase } from '../seal/entry.ts';
export { conduitSizesOf } from '../conductor/conduit.ts';
export { type SectionPart } from '../seal/layers.ts';
export { NO_DETAIL, type PenetrationDetail, spotsOf } from '../seal/penetration-detail.ts';
export { penetrationSpot } from '../seal/penetration-spot.ts';
export { sealStack, type SealStack } from '../seal/seal-stack.ts';
export { type Spot } from '../seal/spots.ts';
export { plateEndsAt } from '../model/plate-ends.ts';
export { asTaped } from '../site/as-taped.ts';
export {
  type MetEdge,
  metEdges,
  movedPlateHole,
  NEW_PLATE_MM,
  type PlatePlaces,
  platePlaces,
} from '../site/plate-meeting.ts';
export { edgeName, foldsOf, freeEdges, pitchText } from '../site/fold-list.ts';
export { boundsOfFrames, foldUp } from '../site/fold-up.ts';
export { type Frame } from '../geometry/frame.ts';
export { cornersOfPart, obstacleBounds, obstacleParts, reachFromFaceMm } from '../site/obstacle-zone.ts';
export { findPenetrationPlaces } from '../site/penetration-places.ts';
export { parsePitch, pitchEdit } from '../site/pitch.ts';
export {
  type BoxMm,
  boundsOf as boxOfPoints,
  doBoxesOverlap,
  isBoxInside,
  isBoxWithin,
  sizeOfBox,
} from '../geometry/polygon.ts';
export { resizeEdit } from '../site/resize.ts';
export { rootEdit } from '../site/root-edit.ts';
export { type SheetPlace, faceFromSheet, layOutSheet, sheetFromFace, unionOf } from '../site/sheet.ts';
export { buildSite, type Site, type SiteFace, mirrored } from '../site/site.ts';
export { travelOnFace } from '../site/travel.ts';
export { usableOutlines } from '../site/usable.ts';
export { type SurveyLine, surveyLines } from '../survey/readings.ts';
export { readingFault } from '../survey/reading-fault.ts';
export { surveyEdit } from '../survey/survey-edit.ts';
export { type SurveyItem, surveyItems } from '../survey/survey-items.ts';
export {
  type CircuitDetail,
  type CircuitLine,
  type SizeStep,
  alongWay,
  circuitLine,
  isWired,
  labelCount,
  leastVoltageV,
  conductorWords,
  drumLines,
  wireLabels,
} from '../conductor/schedule.ts';
export { type WiringProposal, proposeWiring } from '../conductor/propose.ts';
export { sizeWords } from '../conductor/sizing-working.ts';
export { type Requirement } from '../conductor/sizing.ts';
export { type ConductorSize } from '../conductor/code-tables.ts';
export { fillSections } from '../wireway/fill.ts';
export { hangSpot } from '../placing/hang-spot.ts';
export { type WirewayHole, wirewayHoles } from '../wireway/hole-pattern.ts';
export {
  type Adjoining,
  type JoinEnds,
  type Meeting,
  canBeScrewed,
  findJoin,
  adjoiningOf,
  joinEnds,
  joinOf,
  meetEdit,
  screwWindow,
} from '../wireway/joined.ts';
export { type LineUp, lineUpEdits } from '../wireway/line-up.ts';
export { newPlayMm, isFittingSize, nippleCut } from '../wireway/nipple.ts';
export { usualGapMm, hookLineAway, hookLineForGap, hookLineStack } from '../wireway/hook-line.ts';
export {
  type WirewaySide,
  findWirewayAt,
  mostUsedWireway,
  sideOfKnockout,
} from '../wireway/unit-at-wireway.ts';
export { upgradeNeeds } from '../wireway/upgrade.ts';
