package baddle.plan;

import baddle.core.calendar.Period;
import baddle.core.finding.Severity;
import java.util.Optional;

/**
 * What the plan makes of certain findings.
 *
 * @param code the kind of finding, as people see it
 * @param at a pattern of the file it is about; empty for any
 * @param severity what it counts as; empty where it is accepted
 * @param because the reason
 * @param until the last period of data for which the rule holds; empty for ever
 */
public record CheckRule(
    String code,
    Optional<NamePattern> at,
    Optional<Severity> severity,
    String because,
    Optional<Period> until) {}
