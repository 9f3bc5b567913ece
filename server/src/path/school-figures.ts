/** What a school’s own attempts make of the model’s figures, counted in the database. */
import type { DataSource } from 'typeorm';

/**
 * Attempts of one student, skill and day differ among each other; days differ by that over their number, and by a luck of their
 * own. Differences of days that follow each other leave what was learnt in between out of it.
 */
const COUNT = `
  WITH counted AS (
    SELECT school_id, student_id, maneuver, day, -ln(least(greatest(worst_used, 0.3), 7)) AS margin FROM attempt
    WHERE help = 'unaided' AND flown_in = 'airplane' AND NOT unseen AND worst_used IS NOT NULL
      AND verdict IN ('satisfactory', 'unsatisfactory')),
  days AS (
    SELECT school_id, student_id, maneuver, day, count(*) AS n, avg(margin) AS mean, var_samp(margin) AS var FROM counted
    GROUP BY school_id, student_id, maneuver, day),
  steps AS (
    SELECT school_id, n, lag(n) OVER w AS before, mean - lag(mean) OVER w AS step, var FROM days
    WINDOW w AS (PARTITION BY school_id, student_id, maneuver ORDER BY day)),
  pooled AS (
    SELECT school_id, coalesce(sum(n) FILTER (WHERE n > 1), 0) AS attempts, count(step) AS days,
      sum((n - 1) * var) FILTER (WHERE n > 1) / nullif(sum(n - 1) FILTER (WHERE n > 1), 0) AS within,
      avg(step * step) AS step2, avg(1.0 / n + 1.0 / before) FILTER (WHERE step IS NOT NULL) AS share
    FROM steps GROUP BY school_id)
  UPDATE school SET figures = jsonb_build_object('attempts', attempts, 'days', days, 'attemptSd', sqrt(within),
      'daySd', sqrt(greatest(0, step2 - within * share) / 2))
  FROM pooled WHERE pooled.school_id = school.id AND within IS NOT NULL AND step2 IS NOT NULL`;

export const countFigures = (database: DataSource): Promise<unknown> => database.query(COUNT);
