export { type AnnotationFault, readAnnotations } from './annotations/readAnnotations.ts';
export { type PlacedRemark, toAnnotations } from './annotations/webAnnotation.ts';
export {
  type CheckedWith,
  checkPicture,
  type Finding,
  type FindingData,
  findingsOf,
  isSettled,
} from './checks/checkPicture.ts';
export { LEAST_LETTER, leastScale, letterHeight } from './checks/legibility.ts';
export { FACTS_VERSION, type PictureFacts, pictureFacts } from './checks/pictureFacts.ts';
export { wordsUnread } from './checks/readableWords.ts';
export { readingScale } from './checks/readingScale.ts';
export { CoreError, type CoreErrorCode } from './errors.ts';
export { type Displays, findDisplays } from './finding/findDisplays.ts';
export { findOutlines } from './finding/findOutlines.ts';
export { findParts } from './finding/findParts.ts';
export type { Outline } from './finding/outline.ts';
export { holdsPageSign, PAGE_SIGN, PAGE_SIGN_HEIGHT } from './finding/pageSign.ts';
export { type Part, partMeant } from './finding/partMeant.ts';
export { isPhotograph } from './formats/isPhotograph.ts';
export {
  type FormatReason,
  recommendFormat,
  staysLegible,
  type WrittenAs,
} from './formats/recommendFormat.ts';
export { type SmallestText, smallestText } from './formats/smallestText.ts';
export { strokesKept } from './formats/strokesKept.ts';
export { boxWithAspect, resizeWithAspect } from './geometry/aspect.ts';
export { type Box, boxHolds, holdsBox, type Point, type Size, sameBox, wholeBox } from './geometry/box.ts';
export { boxBetween } from './geometry/boxBetween.ts';
export { clampBox } from './geometry/clampBox.ts';
export { moveBox } from './geometry/moveBox.ts';
export { HANDLES, type Handle, resizeBox } from './geometry/resizeBox.ts';
export { SNAP_WITHIN, type SnapLines, snapLines, snapSides } from './geometry/snapping.ts';
export { type Agreement, agreementOf } from './grading/agreement.ts';
export { type Correction, correctedUnits } from './grading/correctedUnits.ts';
export { dealOut } from './grading/dealOut.ts';
export { formatPoints, parsePoints } from './grading/formatPoints.ts';
export {
  criterionUnits,
  type Grade,
  gradeHandIn,
  type JudgedCriterion,
  type JudgedMustShow,
} from './grading/gradeHandIn.ts';
export { LATE_PER, type LatePer, type LateRule, lateCost, lateSteps } from './grading/lateRule.ts';
export {
  type JudgedHandIn,
  type MustShowStatistics,
  mustShowStatistics,
} from './grading/mustShowStatistics.ts';
export { POINT_STEPS, type PointStep, roundPoints } from './grading/roundPoints.ts';
export { UNITS_PER_POINT, VERDICTS, type Verdict, verdictUnits } from './grading/verdicts.ts';
export { type Counts, type Standing, whichCounts } from './grading/whichCounts.ts';
export {
  type AttemptPicture,
  attemptDifferences,
  type PointDifference,
} from './handIns/attemptDifferences.ts';
export { hidesOfCapture, mayShowWhole } from './handIns/mayShowWhole.ts';
export {
  type AskedFinishes,
  type Draft,
  type DraftPicture,
  type DraftPoint,
  type Missing,
  type MissingData,
  missingForHandIn,
  type PointRequirements,
} from './handIns/missingForHandIn.ts';
export {
  ALIGNMENTS,
  type Alignment,
  alignMarks,
  boundsOfAll,
  reorderMarks,
  spreadMarks,
  withGroups,
} from './marks/arrange.ts';
export { boxOf } from './marks/boxed.ts';
export { drawMark, drawMarks, type MarkFonts, settingOf } from './marks/drawMarks.ts';
export {
  type BoxedKind,
  type Framing,
  frameCorners,
  framedBox,
  framingOf,
  type ScaledTo,
  scaledTo,
} from './marks/framing.ts';
export { followGuides, type GuideLine, guideLines } from './marks/guides.ts';
export {
  chooseInk,
  HOUSE_INKS,
  PIN_INK,
  PIN_PAPER,
} from './marks/ink.ts';
export type { Arrow } from './marks/kinds/arrow.ts';
export type { Callout } from './marks/kinds/callout.ts';
export { channelsOf } from './marks/kinds/colour.ts';
export { HIGHLIGHT_TINTS } from './marks/kinds/highlight.ts';
export { type Inset, MAX_INSET_PIXELS } from './marks/kinds/inset.ts';
export type { Line } from './marks/kinds/line.ts';
export { MAX_LOOP_POINTS } from './marks/kinds/loop.ts';
export { calibrated, MEASURES, type Measure, measured, resultOf } from './marks/kinds/measure.ts';
export { renumbered } from './marks/kinds/number.ts';
export { REDACTION_LOOKS, type Redaction } from './marks/kinds/redaction.ts';
export { MAX_STROKE_POINTS } from './marks/kinds/stroke.ts';
export { KINDS, kindOf } from './marks/kinds.ts';
export { lineOfText } from './marks/lineOfText.ts';
export type { Mark, MarkHandle, MarkKind, MarkSetting } from './marks/mark.ts';
export type { MarkCanvas } from './marks/markCanvas.ts';
export {
  MARK_FONTS,
  type MarkFont,
  type MarkStyle,
  STYLE_NAMES,
  STYLE_RANGES,
  type StyleName,
  styleFor,
} from './marks/markStyle.ts';
export { MARKS_ID, marksAsSvg } from './marks/marksAsSvg.ts';
export {
  isPin,
  isPinOf,
  movePin,
  type Pin,
  putPin,
  takePinOut,
} from './marks/pins.ts';
export { placeHeads } from './marks/placeHeads.ts';
export { redact, wholePixels } from './marks/redact.ts';
export { MAX_MARK_TEXT } from './marks/textLayout.ts';
export { canTurn, middleOfAll, resizeMarks, turnMarks } from './marks/turnAndResize.ts';
export { distinctNames } from './naming/distinctNames.ts';
export {
  fileNameFaults,
  MAX_NAME_BYTES,
  type NameFault,
  soundFileName,
  utf8Length,
} from './naming/fileName.ts';
export { type Fields, fillFields } from './naming/fillFields.ts';
export { formName, type NameFacts, type NameTarget, PLAIN_NAME_RULE } from './naming/formName.ts';
export {
  type FoundFile,
  type FoundName,
  type MatchedFile,
  matchNames,
  type Why,
} from './naming/matchNames.ts';
export { indexNames, type LostPart, type NameIndex, type NameOf, type NameRoll } from './naming/nameIndex.ts';
export {
  type FieldShape,
  NAME_ALPHABETS,
  NAME_TOKENS,
  type NameAlphabet,
  type NameRuleFault,
  type NameRulePart,
  parseNameRule,
} from './naming/nameRule.ts';
export { checkName, type NameCheck, type NearName } from './naming/repairName.ts';
export { meantField, type RuleNote, ruleNotes } from './naming/ruleNotes.ts';
export { toAscii } from './naming/shapeValue.ts';
export { listName, nameOrder } from './naming/sortName.ts';
export { tellApart } from './naming/tellApart.ts';
export { polygonBox, polygonCoverage } from './outline/polygon.ts';
export { simplifyLine } from './outline/simplifyLine.ts';
export {
  type Admitted,
  admitPicture,
  MAX_PICTURE_BYTES,
  MAX_PICTURE_PIXELS,
  type Note,
  type NoteData,
  type Refusal,
  type RefusalData,
  type Refused,
  refuseTooLarge,
  refuseUnreadable,
} from './pictures/admitPicture.ts';
export { crc32 } from './pictures/crc32.ts';
export {
  type Encoding,
  USUAL_QUALITY,
  usualEncoding,
  WRITTEN_FORMATS,
  type WrittenFormat,
} from './pictures/encoding.ts';
export { extensionOf, FORMAT_FACTS, PICTURE_FORMATS, type PictureFormat } from './pictures/formats.ts';
export type { DamageDetail } from './pictures/pictureHeader.ts';
export { PNG_HEAD_BYTES, pngHeaderSize } from './pictures/pngHeaderSize.ts';
export { resolutionIn, USUAL_RESOLUTION, withResolution } from './pictures/resolution.ts';
export { type Sniffed, sniffFormat } from './pictures/sniffFormat.ts';
export { withoutParticulars } from './pictures/withoutParticulars.ts';
export { allowedPlace, overlapping } from './plate/byHand.ts';
export { drawPlate, type PlateCanvas } from './plate/drawPlate.ts';
export {
  bodyCorner,
  layOutPlate,
  PLATE_LINE,
  type PlateLayout,
  type PlateWords,
  placesIn,
} from './plate/layOutPlate.ts';
export {
  ARRANGEMENTS,
  type Arrangement,
  MOST_ON_PLATE,
  PLATE_RESOLUTION,
  type Plate,
  type PlatePicture,
  type PlatePlace,
  SHEETS,
  type Sheet,
} from './plate/plate.ts';
export { carryTrims } from './preparation/carryTrims.ts';
export { FINISHES, type Finish, isFinish, tiltFor, withFinish, withTrim } from './preparation/changeTrims.ts';
export {
  burnedInFrame,
  markOnCapture,
  marksInFrame,
  marksOnPicture,
  marksOnTrimmed,
  scaleMarks,
} from './preparation/placedMarks.ts';
export { type Placing, placingOf } from './preparation/placing.ts';
export type { Preparation } from './preparation/preparation.ts';
export { trimmedPicture } from './preparation/trimmedPicture.ts';
export { type FlatShare, flatShare } from './raster/flatShare.ts';
export { checkRaster, isOpaque, type Raster } from './raster/raster.ts';
export { resized, type Scaling } from './raster/resize.ts';
export {
  keepMoments,
  LOOK_BACK_BYTES,
  LOOK_BACK_MOMENTS,
  LOOK_BACK_MS,
} from './settling/lookBack.ts';
export { type Rest, SettlingWatch } from './settling/settling.ts';
export type { Samples } from './settling/squares.ts';
export {
  type Placeable,
  type Placed,
  placeablesOf,
  placedText,
  placedWords,
  type StatementPiece,
  statementPieces,
} from './statement/placed.ts';
export {
  type Answer,
  joinAnswers,
  type StatementForm,
  type StatementPart,
  splitAnswers,
  statementParts,
  unanswered,
} from './statement/statementParts.ts';
export { findSheet } from './straighten/findSheet.ts';
export { type Homography, homographyBetween, mapPoint, type Quad } from './straighten/homography.ts';
export { straighten, straightSize } from './straighten/straighten.ts';
export { type SubmissionTimes, submissionWindow, type WindowState } from './time/submissionWindow.ts';
export { grantedTerms, type Terms, type TermsGrant } from './time/terms.ts';
export { daysLater, instantOf, timesShown, wallTimeOf, weeksToCome } from './time/zonedTime.ts';
export {
  LEVELS,
  type Level,
  type Nothing,
  type Place,
  type Told,
  type ToldOf,
  tell,
  worstFirst,
} from './told/told.ts';
export { SIDES } from './trims/kinds/cutHere.ts';
export { MOST_TILT } from './trims/kinds/tilt.ts';
export { TRIM_KINDS, trimKindOf } from './trims/kinds.ts';
export type { Mapping, Trim, TrimKind } from './trims/trim.ts';
export { TRIM_PIXELS } from './trims/trimPixels.ts';
