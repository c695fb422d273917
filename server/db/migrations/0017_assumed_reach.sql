-- Of whoever was never measured the reach is assumed by age: core/hand/hand.ts, assumedReachMm.
UPDATE `students` SET `hand` = JSON_SET(`hand`, '$.assumedMm', GREATEST(42, LEAST(80, 50 + 4 * (YEAR(UTC_TIMESTAMP()) - `birth_year` - 7)))) WHERE `birth_year` IS NOT NULL AND JSON_EXTRACT(`hand`, '$.reachMm') IS NULL;
