CREATE TABLE prints (
  id          TEXT PRIMARY KEY,
  name        TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  created_at  TEXT NOT NULL,
  saved_at    TEXT NOT NULL,
  deleted_at  TEXT,
  revision    INTEGER NOT NULL DEFAULT 1,   -- rises with every change
  plan_seq    INTEGER NOT NULL,             -- which entry of the history is the plan now
  undo_floor  INTEGER NOT NULL DEFAULT 0    -- nothing before this entry can be brought back: a gate was passed
) STRICT;

CREATE TABLE plan_history (
  print_id  TEXT NOT NULL REFERENCES prints(id) ON DELETE CASCADE,
  seq       INTEGER NOT NULL,
  label     TEXT NOT NULL,
  plan      TEXT NOT NULL CHECK (json_valid(plan)),
  saved_at  TEXT NOT NULL,
  PRIMARY KEY (print_id, seq)
) STRICT;

CREATE TABLE blobs (
  sha         TEXT PRIMARY KEY CHECK (length(sha) = 64),
  media_type  TEXT NOT NULL,
  bytes       BLOB NOT NULL,
  created_at  TEXT NOT NULL
) STRICT;

CREATE TABLE bench_log (
  print_id  TEXT NOT NULL REFERENCES prints(id) ON DELETE CASCADE,
  seq       INTEGER NOT NULL,
  id        TEXT NOT NULL,
  at        TEXT NOT NULL,
  act       TEXT NOT NULL CHECK (json_valid(act)),
  PRIMARY KEY (print_id, seq),
  UNIQUE (print_id, id)
) STRICT;

-- The log only grows.
CREATE TRIGGER bench_log_never_changes BEFORE UPDATE ON bench_log
BEGIN SELECT RAISE(ABORT, 'the bench log only grows'); END;
CREATE TRIGGER bench_log_never_shrinks BEFORE DELETE ON bench_log
WHEN EXISTS (SELECT 1 FROM prints WHERE id = OLD.print_id AND deleted_at IS NULL)
BEGIN SELECT RAISE(ABORT, 'the bench log only grows'); END;
