-- The keys of a long curve stand in runs of about a hundred, so that an edit of one key writes one run; a channel's own
-- row has those of a short one. Owners are rows of the kinds that RowKind numbers; a clip has several curves, told apart
-- by their channel.
CREATE TABLE key_run (
  scene_id   INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  owner_kind INTEGER NOT NULL,
  owner_id   INTEGER NOT NULL,
  channel    TEXT    NOT NULL,
  first      INTEGER NOT NULL, -- ticks of the first key
  keys       BLOB    NOT NULL,
  PRIMARY KEY (scene_id, owner_kind, owner_id, channel, first)
) STRICT;

-- 1: rows whole, before and after; 2: only what differs, see ChangePacking.
ALTER TABLE history ADD COLUMN packing INTEGER NOT NULL DEFAULT 1;
-- Who made the change, as their browser calls itself, and as they call themselves.
ALTER TABLE history ADD COLUMN author TEXT;
ALTER TABLE history ADD COLUMN name TEXT;
-- The sender's own mark of an edit: sent a second time, it is not made a second time.
ALTER TABLE history ADD COLUMN mark TEXT;
-- The change that this one takes back.
ALTER TABLE history ADD COLUMN undoes INTEGER;
CREATE UNIQUE INDEX history_mark ON history (scene_id, mark) WHERE mark IS NOT NULL;

-- How many changes have been let go: nobody can step back before them.
ALTER TABLE scene ADD COLUMN history_floor INTEGER NOT NULL DEFAULT 0;
-- A scene that is being written in several transactions; it counts as deleted until the last one.
ALTER TABLE scene ADD COLUMN arriving INTEGER NOT NULL DEFAULT 0;

-- What an object carries is looked for whenever it goes.
CREATE INDEX object_parent ON object (scene_id, parent_id);
-- What SQLite would learn by ANALYZE from a large scene: that the scene's number alone finds thousands of objects, and
-- that of a parent only a few. Without it an object that goes has all others looked through for its children.
ANALYZE sqlite_master;
INSERT INTO sqlite_stat1 (tbl, idx, stat) VALUES ('object', 'object_parent', '20000 2000 2'), ('object', 'object', '20000 2000 1');
