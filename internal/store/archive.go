package store

import (
	"archive/zip"
	"bufio"
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
)

// ArchiveFormat is the name and version of a studio's archive: a zip of a manifest and of one file of JSON Lines for
// each table, a row a line, as PostgreSQL writes it.
const ArchiveFormat = "urncloth.studio/1"

// ErrArchive is an archive that cannot be taken in; why is said with it.
var ErrArchive = errors.New("store: the archive cannot be taken in")

// manifest is what an archive holds.
type manifest struct {
	Format   string     `json:"format"`
	Database int64      `json:"database"` // the migration that its tables are of
	Studio   uuid.UUID  `json:"studio"`
	Tables   []archived `json:"tables"`
}

// archived is one table of an archive, in the order in which they can be taken in.
type archived struct {
	Name   string `json:"name"`
	Rows   int    `json:"rows"`
	SHA256 string `json:"sha256"`
}

const (
	manifestName = "manifest.json"
	longestRow   = 64 << 20 // bytes of one row
	rowsAtOnce   = 200
	bytesAtOnce  = 8 << 20
)

// notArchived is the tables of a studio that are not worth keeping: sign-ins end, and the others are made anew.
var notArchived = []string{"sessions", "learned", "digests", "answers", "booked"}

// studioTables lists the tables of a studio, each after those that it leans on, with the columns that are written.
func studioTables(ctx context.Context, tx pgx.Tx) (names []string, columns map[string][]string, err error) {
	rows, err := tx.Query(ctx, `select c.relname::text, array_agg(a.attname::text order by a.attnum)
			filter (where a.attidentity = '' and a.attgenerated = ''),
			coalesce((select array_agg(distinct f.relname::text) from pg_constraint k
				join pg_class f on f.oid = k.confrelid where k.conrelid = c.oid and k.contype = 'f'), '{}')
		from pg_class c join pg_namespace n on n.oid = c.relnamespace
			join pg_attribute a on a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped
		where n.nspname = 'public' and c.relkind = 'r'
		group by c.oid, c.relname
		having c.relname = 'studios' or bool_or(a.attname = 'studio_id') order by c.relname`)
	if err != nil {
		return nil, nil, err
	}
	columns = map[string][]string{}
	leans := map[string][]string{}
	var list []string
	var name string
	var cols, on []string
	if _, err := pgx.ForEachRow(rows, []any{&name, &cols, &on}, func() error {
		if !slices.Contains(notArchived, name) {
			list = append(list, name)
			columns[name], leans[name] = slices.Clone(cols), slices.Clone(on)
		}
		return nil
	}); err != nil {
		return nil, nil, err
	}
	for len(names) < len(list) {
		before := len(names)
		for _, t := range list {
			ready := !slices.ContainsFunc(leans[t], func(o string) bool {
				return o != t && slices.Contains(list, o) && !slices.Contains(names, o)
			})
			if ready && !slices.Contains(names, t) {
				names = append(names, t)
			}
		}
		if len(names) == before {
			return nil, nil, fmt.Errorf("store: tables lean on each other in a circle: %q", list)
		}
	}
	return names, columns, nil
}

// Migrated is the last migration of the database; its owner alone sees it.
func Migrated(ctx context.Context, tx pgx.Tx) (n int64, err error) {
	err = tx.QueryRow(ctx, `select max(version_id) from goose_db_version where is_applied`).Scan(&n)
	return n, err
}

// WriteStudio writes everything of the transaction's studio as an archive of a database of some migration. The
// transaction has to see one moment (repeatable read).
func WriteStudio(ctx context.Context, tx pgx.Tx, database int64, w io.Writer) error {
	names, columns, err := studioTables(ctx, tx)
	if err != nil {
		return err
	}
	m := manifest{Format: ArchiveFormat, Database: database}
	if err := tx.QueryRow(ctx, `select current_studio()`).Scan(&m.Studio); err != nil {
		return err
	}
	z := zip.NewWriter(w)
	for _, name := range names {
		file, err := z.Create(name + ".jsonl")
		if err != nil {
			return err
		}
		t, err := writeTable(ctx, tx, file, name, columns[name]) // by its studio: the owner may see others
		if err != nil {
			return fmt.Errorf("%s: %w", name, err)
		}
		m.Tables = append(m.Tables, t)
	}
	file, err := z.Create(manifestName)
	if err != nil {
		return err
	}
	enc := json.NewEncoder(file)
	enc.SetIndent("", "  ")
	return errors.Join(enc.Encode(m), z.Close())
}

func writeTable(ctx context.Context, tx pgx.Tx, file io.Writer, name string, columns []string) (t archived, err error) {
	t.Name = name
	sum := sha256.New()
	out := bufio.NewWriter(io.MultiWriter(file, sum))
	order := sanitized(columns)
	if name == "audit" {
		order = "id" // which is given anew
	}
	quoted := pgx.Identifier{name}.Sanitize()
	rows, err := tx.Query(ctx, `select row_to_json(r)::text from (select `+sanitized(columns)+` from `+quoted+
		` where `+ownedBy(name)+` = current_studio() order by `+order+`) r`)
	if err != nil {
		return t, err
	}
	defer rows.Close()
	for rows.Next() {
		var line string
		if err := rows.Scan(&line); err != nil {
			return t, err
		}
		if _, err := out.WriteString(line + "\n"); err != nil {
			return t, err
		}
		t.Rows++
	}
	err = errors.Join(rows.Err(), out.Flush())
	t.SHA256 = hex.EncodeToString(sum.Sum(nil))
	return t, err
}

// ownedBy is the column by which a row is a studio's.
func ownedBy(table string) string {
	if table == "studios" {
		return "id"
	}
	return "studio_id"
}

func sanitized(columns []string) string {
	list := make([]string, len(columns))
	for i, c := range columns {
		list[i] = pgx.Identifier{c}.Sanitize()
	}
	return strings.Join(list, ", ")
}

// ReadStudio takes an archive in, whole or not at all: into a database of the same migration, where the studio is not
// there yet. It takes the owner of the database.
func ReadStudio(ctx context.Context, tx pgx.Tx, r *zip.Reader) (studio uuid.UUID, err error) {
	m, err := readManifest(r)
	if err != nil {
		return studio, err
	}
	names, columns, err := studioTables(ctx, tx)
	if err != nil {
		return studio, err
	}
	here, err := Migrated(ctx, tx)
	if err != nil {
		return studio, err
	}
	listed := make([]string, len(m.Tables))
	for i := range m.Tables {
		listed[i] = m.Tables[i].Name
	}
	switch {
	case m.Database > here:
		return studio, fmt.Errorf("%w: a later version of the program wrote it (database %d, this one is %d)",
			ErrArchive, m.Database, here)
	case m.Database < here:
		return studio, fmt.Errorf("%w: an earlier version of the program wrote it (database %d, this one is %d): take "+
			"it in with that one, then bring the database up to date", ErrArchive, m.Database, here)
	case !slices.Equal(listed, names):
		return studio, fmt.Errorf("%w: it holds the tables %q, not %q", ErrArchive, listed, names)
	}
	var there bool
	if _, err := tx.Exec(ctx, `select set_config('app.studio_id', $1, true)`, m.Studio.String()); err != nil {
		return studio, err
	}
	if err := tx.QueryRow(ctx, `select exists (select from studios where id = $1)`, m.Studio).Scan(&there); err != nil {
		return studio, err
	}
	if there {
		return studio, fmt.Errorf("%w: the studio is here already", ErrArchive)
	}
	for _, t := range m.Tables {
		if err := readTable(ctx, tx, r, t, columns[t.Name]); err != nil {
			return studio, fmt.Errorf("%s: %w", t.Name, err)
		}
	}
	return m.Studio, nil
}

func readManifest(r *zip.Reader) (m manifest, err error) {
	file, err := r.Open(manifestName)
	if err != nil {
		return m, fmt.Errorf("%w: it has no manifest", ErrArchive)
	}
	defer file.Close()
	if err := json.NewDecoder(io.LimitReader(file, 1<<20)).Decode(&m); err != nil {
		return m, fmt.Errorf("%w: its manifest cannot be read: %w", ErrArchive, err)
	}
	if m.Format != ArchiveFormat {
		return m, fmt.Errorf("%w: it is %q, not %s", ErrArchive, m.Format, ArchiveFormat)
	}
	return m, nil
}

func readTable(ctx context.Context, tx pgx.Tx, r *zip.Reader, t archived, columns []string) error {
	file, err := r.Open(t.Name + ".jsonl")
	if err != nil {
		return fmt.Errorf("%w: it is missing", ErrArchive)
	}
	defer file.Close()
	sum := sha256.New()
	lines := bufio.NewScanner(io.TeeReader(file, sum))
	lines.Buffer(nil, longestRow)
	var batch [][]byte
	size, n := 0, 0
	cols := sanitized(columns)
	quoted := pgx.Identifier{t.Name}.Sanitize()
	flush := func() error {
		if len(batch) == 0 {
			return nil
		}
		tag, err := tx.Exec(ctx, `insert into `+quoted+` (`+cols+`) select `+cols+
			` from jsonb_populate_recordset(null::`+quoted+`, $1::text::jsonb) where `+ownedBy(t.Name)+
			` = current_studio()`,
			"["+string(bytes.Join(batch, []byte(",")))+"]")
		if err == nil && tag.RowsAffected() != int64(len(batch)) {
			err = fmt.Errorf("%w: it holds rows of another studio", ErrArchive)
		}
		batch, size = nil, 0
		return err
	}
	for lines.Scan() {
		batch = append(batch, bytes.Clone(lines.Bytes()))
		size += len(lines.Bytes())
		if n++; n > t.Rows {
			return fmt.Errorf("%w: more rows than it says", ErrArchive)
		}
		if len(batch) >= rowsAtOnce || size > bytesAtOnce {
			if err := flush(); err != nil {
				return err
			}
		}
	}
	if err := errors.Join(lines.Err(), flush()); err != nil {
		return err
	}
	if n != t.Rows || hex.EncodeToString(sum.Sum(nil)) != t.SHA256 {
		return fmt.Errorf("%w: it was changed or cut off", ErrArchive)
	}
	return nil
}
