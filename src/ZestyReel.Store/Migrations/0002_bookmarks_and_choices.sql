CREATE TABLE bookmark (
  scene_id INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  id       INTEGER NOT NULL,
  image    BLOB    NOT NULL,
  PRIMARY KEY (scene_id, id)
);

CREATE TABLE named_choice (
  scene_id INTEGER NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
  id       INTEGER NOT NULL,
  image    BLOB    NOT NULL,
  PRIMARY KEY (scene_id, id)
);
