import type { components } from "./schema.gen";

type Schemas = components["schemas"];

export type Judgement = Schemas["Judgement"];
/** A verdict as one types, with what the reading says of the part by itself. */
export type Judged = Schemas["Judged"];
export type Expectation = Schemas["Expectation"];
export type Question = Schemas["Question"];
export type RailData = Schemas["Rail"];
export type WorkingLine = Schemas["WorkingLine"];
export type State = Schemas["State"];
export type Options = Schemas["Options"];
export type MeterChoice = Schemas["MeterOut"];
export type ThermometerChoice = Schemas["ThermometerOut"];
export type Instrument = Schemas["InstrumentOut"];
export type InstrumentRow = Schemas["InstrumentRow"];
export type MeterIn = Schemas["MeterIn"];
export type ThermometerIn = Schemas["ThermometerIn"];
export type CalibrationIn = { on: string; due: string; by_whom: string; certificate: string };
export type TableIn = Schemas["TableIn"];
export type Resistor = Schemas["ResistorOut"];
export type ResistorIn = Schemas["ResistorIn"];
export type ResistorReadIn = Schemas["ResistorReadIn"];
export type StandingIn = Schemas["StandingIn"];
export type LeadSet = Schemas["LeadSetOut"];
export type Rules = Schemas["RulesOut"];
export type RuleSetting = Schemas["RuleSetting"];
export type RuleSet = Schemas["RuleSetOut"];
export type RuleSetIn = Schemas["RuleSetIn"];
export type RuleValue = RuleSetting["default"];
export type Changes = Record<string, RuleValue>;
export type OwnEntry = Schemas["OwnEntryOut"];
export type OwnEntryIn =
  | Schemas["OwnSupplyIn"]
  | Schemas["OwnSymptomIn"]
  | Schemas["OwnInspectionIn"]
  | Schemas["OwnReasonIn"];
export type TrailLine = Schemas["TrailLine"];
export type PartIn = Schemas["PartIn"];
export type PositionIn = Schemas["PositionRow"];
export type PartDriftData = Schemas["PartDrift"];
export type GoodPartsIn = Schemas["GoodPartsIn"];
export type CircuitWhole = Schemas["CircuitOut"];
export type CircuitRow = Schemas["CircuitRow"];
export type CircuitDrawing = Schemas["Drawing"];
export type CircuitAsked = Schemas["Asked"];
export type Diagnosis = Schemas["JobDiagnosis"];
export type PointRead = Schemas["PointOut"];
export type SwapMade = Schemas["SwapOut"];
export type PointsReading = Schemas["PointsReading"];
export type Chart = Schemas["Chart"];
export type Curves = Schemas["Curves"];
export type CurvesAsked = Schemas["CurvesAsked"];
export type PairsIn = Schemas["PairsIn"];
export type MatchedOut = Schemas["MatchedOut"];
export type ChartAnswers = Partial<Schemas["ChartAnswers"]>;
export type BroughtIn = Schemas["BroughtIn"];
export type OfLibrary = Schemas["OfLibrary"];
export type MendIn = Schemas["MendIn"];
export type SpecSummary = Schemas["SpecSummary"];
export type SpecWhole = Schemas["SpecOut"];
export type SpecRevision = Schemas["SpecRevisionOut"];
export type LibrarySpec = Schemas["SpecIn"]["entry"];
export type SpecSource = NonNullable<LibrarySpec["source"]>;
export type FoundSpec = Schemas["FoundSpec"];
export type Backups = Schemas["BackupsOut"];
export type PlanIn = Schemas["PlanIn"];
export type Decider = Schemas["DeciderOut"];
export type MeterForJob = Schemas["MeterForJob"];
export type DecidingIn = Schemas["DecidingIn"];
export type CheckSummary = Schemas["CheckSummary"];
export type KeptCheck = Schemas["CheckOut"];
export type RowData = Schemas["Row"];
export type PlotData = Schemas["Plot"];
export type Finding = Schemas["Finding"];
export type Sum = Schemas["SumIn"]["sum"];
export type SumIn = Schemas["SumIn"];
export type Reckoned = Schemas["Reckoned"];
export type Spec = Schemas["JudgementIn"]["spec"];
export type JudgementIn = Schemas["JudgementIn"];
export type CheckIn = Schemas["CheckIn"];
export type ConditionsIn = Schemas["ConditionsIn"];
export type DeadOrLive = JudgementIn["dead_or_live"];
export type Reading = JudgementIn["reading"];
export type Measurand = Reading["measurand"];

export type Person = Schemas["PersonOut"];
export type Worker = Schemas["WorkerOut"];
export type WorkerIn = Schemas["WorkerIn"];
export type OneTimePassword = Schemas["OneTimePassword"];
export type OwnPassword = Schemas["OwnPassword"];
export type FirstLeadIn = Schemas["FirstLeadIn"];
export type Workshop = Schemas["WorkshopOut"];
export type WorkshopIn = Schemas["WorkshopIn"];
export type SignIn = Schemas["SignIn"];
export type SecondFactor = Schemas["SecondFactorOut"];
export type Session = Schemas["SessionOut"];
export type Home = Schemas["HomeOut"];
export type Job = Schemas["JobOut"];
export type JobSummary = Schemas["JobSummary"];
export type JobChange = Schemas["JobChange"];
export type PartOfJob = Schemas["PartOfJob"];
export type JobReading = Schemas["ReadingOut"];
export type ReadingIn = Schemas["ReadingIn"];
export type AnyEntry = NonNullable<
  import("./schema.gen").operations["add_entry"]["requestBody"]
>["content"]["application/json"];
export type RouteStep = Schemas["RouteStep"];
export type RouteItem = Schemas["RouteItem"];
export type MachineNow = Schemas["MachineNow"];
export type Wait = Schemas["WaitOut"];
export type WaitIn = Schemas["WaitIn"];
export type FollowUp = Schemas["FollowUpOut"];
export type FollowUpIn = Schemas["FollowUpIn"];
export type ErasableWords = Schemas["ErasableWords"];
export type Sent = Schemas["Sent"];
export type Photo = Schemas["PhotoOut"];
export type Customer = Schemas["CustomerOut"];
export type CustomerIn = Schemas["CustomerIn"];
export type MachineWhole = Schemas["MachineOut"];
export type MachineIn = Schemas["MachineIn"];
export type Position = Schemas["PositionOut"];
export type PositionChange = Schemas["PositionChange"];
export type Report = Schemas["Report"];
export type Witness = Schemas["Witness"];
export type StepKind = Schemas["StepKind"];

/** Both sides of a change that somebody else was faster with, field by field in words. */
export type BothVersions = { yours: Record<string, string>; theirs: Record<string, string> };

/** What is wrong with one field, as the API says it. */
export type FieldError = {
  field: string;
  message: string;
  code: string;
  choices: { value: string; label: string }[];
};
