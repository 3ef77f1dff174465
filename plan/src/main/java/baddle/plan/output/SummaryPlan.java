package baddle.plan.output;

import baddle.core.crosstab.spec.CrosstabSpec;

/**
 * One summary of a dataset.
 *
 * @param name its name
 * @param dataset the dataset it is of
 * @param crosstab what it consists of
 */
public record SummaryPlan(String name, String dataset, CrosstabSpec crosstab) {}
