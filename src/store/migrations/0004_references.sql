-- Which bytes a plan of the history or an entry of the log names. Kept in the transaction that writes them, so that
-- collecting loose bytes never reads histories.
CREATE TABLE plan_blobs (
  print_id  TEXT NOT NULL,
  seq       INTEGER NOT NULL,
  sha       TEXT NOT NULL,
  PRIMARY KEY (print_id, seq, sha),
  FOREIGN KEY (print_id, seq) REFERENCES plan_history(print_id, seq) ON DELETE CASCADE
) STRICT, WITHOUT ROWID;
CREATE INDEX plan_blobs_sha ON plan_blobs (sha);
INSERT OR IGNORE INTO plan_blobs
  SELECT h.print_id, h.seq, t.value FROM plan_history h, json_tree(h.plan) t
  WHERE t.type = 'text' AND length(t.value) = 64 AND t.value NOT GLOB '*[^0-9a-f]*';

CREATE TABLE log_blobs (
  print_id  TEXT NOT NULL,
  seq       INTEGER NOT NULL,
  sha       TEXT NOT NULL,
  PRIMARY KEY (print_id, seq, sha),
  FOREIGN KEY (print_id, seq) REFERENCES bench_log(print_id, seq) ON DELETE CASCADE
) STRICT, WITHOUT ROWID;
CREATE INDEX log_blobs_sha ON log_blobs (sha);
INSERT OR IGNORE INTO log_blobs
  SELECT print_id, seq, act ->> 'pictureSha' FROM bench_log WHERE act ->> 'pictureSha' IS NOT NULL;

-- Counted sheets through each run and set aside in it, kept as pulls are logged: what the workshop learns its losses from.
CREATE TABLE run_losses (
  print_id  TEXT NOT NULL REFERENCES prints(id) ON DELETE CASCADE,
  run_id    TEXT NOT NULL,
  sheets    INTEGER NOT NULL,
  lost      INTEGER NOT NULL,
  PRIMARY KEY (print_id, run_id)
) STRICT, WITHOUT ROWID;
INSERT INTO run_losses
  SELECT l.print_id, l.act ->> 'runId', count(*), coalesce(sum(l.act ->> 'setAside'), 0) FROM bench_log l
  WHERE l.act ->> 'kind' = 'pull' AND l.act ->> 'sheet' NOT LIKE 'T%'
    AND NOT EXISTS (SELECT 1 FROM (SELECT print_id AS p, act ->> 'pullId' AS pull FROM bench_log
      WHERE act ->> 'kind' = 'pull-undone') u WHERE u.p = l.print_id AND u.pull = l.id)
  GROUP BY l.print_id, l.act ->> 'runId';

-- Cuts are few among pulls: found without reading the log.
CREATE INDEX bench_log_cuts ON bench_log (print_id) WHERE act ->> 'kind' = 'stage-cut';

-- A print as the shelf shows it, as of a revision.
CREATE TABLE print_cards (
  print_id  TEXT PRIMARY KEY REFERENCES prints(id) ON DELETE CASCADE,
  revision  INTEGER NOT NULL,
  card      TEXT NOT NULL CHECK (json_valid(card))
) STRICT;
CREATE INDEX prints_saved ON prints (deleted_at, saved_at DESC);
