-- Which form an entry of the log has. What is there was written before acts carried one: it is brought up when it is read.
ALTER TABLE bench_log ADD COLUMN version INTEGER NOT NULL DEFAULT 1;

DROP INDEX bench_log_cuts;
CREATE INDEX bench_log_cuts ON bench_log (print_id) WHERE act ->> 'kind' IN ('stage-cut', 'cut-done');

-- Cards say in other words how a print is worked: they are made again.
DELETE FROM print_cards;
