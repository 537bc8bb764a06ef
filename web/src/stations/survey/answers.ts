import { valueAt, withValue } from "../../fields/paths";
import type { SurveyDocument } from "./types";

/** What stands at a path like "pump.flowLph". */
export const answerAt = (survey: SurveyDocument, field: string): unknown => valueAt(survey, field);

/** The survey with another answer; an answer is no longer unknown. */
export function withAnswer(survey: SurveyDocument, field: string, answer: unknown): SurveyDocument {
  return {
    ...withValue(survey, field, answer),
    unknowns: answer === undefined ? survey.unknowns : without(survey.unknowns, field),
  };
}

export function isUnknown(survey: SurveyDocument, field: string): boolean {
  return survey.unknowns?.includes(field) ?? false;
}

/** Says that nobody knows an answer, or takes that back. What was answered goes. */
export function markUnknown(survey: SurveyDocument, field: string, unknown: boolean): SurveyDocument {
  if (!unknown) {
    return { ...survey, unknowns: without(survey.unknowns, field) };
  }
  const cleared = withAnswer(survey, field, undefined);
  return { ...cleared, unknowns: [...(without(survey.unknowns, field) ?? []), field] };
}

/** The survey with a profile's answers wherever it has none of its own. */
export function fillOpen(survey: SurveyDocument, profile: SurveyDocument): SurveyDocument {
  let filled = survey;
  for (const [group, answers] of Object.entries(profile)) {
    if (answers && typeof answers === "object" && !Array.isArray(answers)) {
      for (const [name, answer] of Object.entries(answers)) {
        const field = `${group}.${name}`;
        if (answer !== null && answer !== undefined && answerAt(filled, field) === undefined) {
          filled = withAnswer(filled, field, answer);
        }
      }
    }
  }
  return filled;
}

function without(unknowns: SurveyDocument["unknowns"], field: string) {
  const left = (unknowns ?? []).filter((f) => f !== field);
  return left.length === 0 ? undefined : left;
}
