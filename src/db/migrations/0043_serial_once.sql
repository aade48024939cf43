-- Which other jobs a serial stands in is asked by equal serials alone, so that the index or one hash answers it: with two serials to compare with, every
-- new one was held against every serial there is. Only jobs of the same crew are told, as only theirs is asked for, and their crew is looked up for what
-- matched: a join over crews would pair all jobs of a crew first. "withdrawn" is no serial that two jobs could share.
CREATE OR REPLACE FUNCTION serial_has_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO job_changed (job_id)
    SELECT DISTINCT other.job_id
      FROM (
        SELECT job_id, upper(value_word) AS serial FROM fresh WHERE slot = 'serial' AND value_word <> 'withdrawn'
        UNION
        SELECT fresh.job_id, upper(corrected.value_word) FROM fresh
          JOIN reading corrected ON corrected.id = fresh.supersedes
          WHERE corrected.slot = 'serial' AND corrected.value_word <> 'withdrawn'
      ) AS named
      JOIN reading other ON other.slot = 'serial' AND upper(other.value_word) = named.serial AND other.job_id <> named.job_id
      WHERE (SELECT crew_id FROM job WHERE id = other.job_id) = (SELECT crew_id FROM job WHERE id = named.job_id);
  RETURN NULL;
END $$;
