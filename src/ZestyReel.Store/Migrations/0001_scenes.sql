CREATE TABLE scene (
  id          INTEGER PRIMARY KEY,
  name        TEXT    NOT NULL,
  rate_num    INTEGER NOT NULL,
  rate_den    INTEGER NOT NULL,
  range_first INTEGER NOT NULL,
  range_last  INTEGER NOT NULL,
  work_first  INTEGER NOT NULL,
  work_last   INTEGER NOT NULL,
  revision    INTEGER NOT NULL DEFAULT 0, -- counts every change, undo and redo
  position    INTEGER NOT NULL DEFAULT 0, -- how many rows of the history are in force
  made_at     TEXT    NOT NULL,
  changed_at  TEXT    NOT NULL,
  deleted_at  TEXT
);
CREATE UNIQUE INDEX scene_name ON scene (name) WHERE deleted_at IS NULL;

CREATE TABLE object (
  scene_id   INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  id         INTEGER NOT NULL,
  name       TEXT    NOT NULL,
  kind       TEXT    NOT NULL,
  parent_id  INTEGER,
  place      INTEGER NOT NULL,
  turn_order TEXT    NOT NULL,
  PRIMARY KEY (scene_id, id),
  FOREIGN KEY (scene_id, parent_id) REFERENCES object (scene_id, id) DEFERRABLE INITIALLY DEFERRED
) WITHOUT ROWID;

-- A curve is one row: its keys are packed, so that a change of one key writes one row.
CREATE TABLE channel (
  scene_id  INTEGER NOT NULL,
  object_id INTEGER NOT NULL,
  name      TEXT    NOT NULL,
  still     REAL    NOT NULL,
  before    INTEGER NOT NULL,
  after     INTEGER NOT NULL,
  keys      BLOB,
  PRIMARY KEY (scene_id, object_id, name),
  FOREIGN KEY (scene_id, object_id) REFERENCES object (scene_id, id) ON DELETE CASCADE
);

CREATE TABLE warp (
  scene_id INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  id       INTEGER NOT NULL,
  image    BLOB    NOT NULL,
  PRIMARY KEY (scene_id, id)
);

CREATE TABLE history (
  scene_id INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  seq      INTEGER NOT NULL,
  title    TEXT    NOT NULL,
  made_at  TEXT    NOT NULL,
  change   BLOB    NOT NULL,
  PRIMARY KEY (scene_id, seq)
);

CREATE TABLE thumbnail (
  scene_id INTEGER PRIMARY KEY REFERENCES scene (id) ON DELETE CASCADE,
  revision INTEGER NOT NULL,
  png      BLOB    NOT NULL
);
