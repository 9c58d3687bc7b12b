"""Makes the database the queries are checked against, from the migrations. Run by `make queries`."""

import pathlib
import sqlite3
import sys

here = pathlib.Path(__file__).parent
database = pathlib.Path(sys.argv[1])
database.unlink(missing_ok=True)
connection = sqlite3.connect(database)
for migration in sorted((here / "migrations").glob("*.sql")):
    connection.executescript(migration.read_text(encoding="utf-8"))
connection.close()
