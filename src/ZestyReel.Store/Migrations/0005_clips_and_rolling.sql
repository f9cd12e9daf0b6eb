CREATE TABLE clip (
  scene_id INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  id       INTEGER NOT NULL,
  image    BLOB    NOT NULL,
  PRIMARY KEY (scene_id, id)
) STRICT;

CREATE TABLE placed_clip (
  scene_id INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  id       INTEGER NOT NULL,
  image    BLOB    NOT NULL,
  PRIMARY KEY (scene_id, id)
) STRICT;

-- An object that rolls has both.
ALTER TABLE object ADD COLUMN roll_axle TEXT;
ALTER TABLE object ADD COLUMN roll_radius REAL;
