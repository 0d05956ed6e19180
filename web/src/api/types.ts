import type { components } from "./schema.gen";

type Schemas = components["schemas"];

export type Judgement = Schemas["Judgement"];
export type Expectation = Schemas["Expectation"];
export type Question = Schemas["Question"];
export type RailData = Schemas["Rail"];
export type WorkingLine = Schemas["WorkingLine"];
export type State = Schemas["State"];
export type Options = Schemas["Options"];
export type MeterChoice = Schemas["MeterOut"];
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
export type Machine = JudgementIn["machine"];
export type Reading = JudgementIn["reading"];
export type Measurand = Reading["measurand"];

/** What is wrong with one field, as the API says it. */
export type FieldError = {
  field: string;
  message: string;
  code: string;
  choices: { value: string; label: string }[];
};
