"""Secrets on disk: nobody else reads them at any moment, and no link leads a write elsewhere."""

from __future__ import annotations

import os
import stat
from pathlib import Path

import pytest

from fundament.postgres import Postgres
from fundament.secret_files import own_folder, read_secret, write_secret


def mode_of(path: Path) -> int:
    return stat.S_IMODE(path.lstat().st_mode)


def test_a_secret_is_readable_by_nobody_else_from_its_first_moment(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    made: list[int] = []
    opened = os.open

    def noted(path: str, flags: int, mode: int = 0o777) -> int:
        descriptor = opened(path, flags, mode)
        made.append(stat.S_IMODE(os.fstat(descriptor).st_mode))
        return descriptor

    monkeypatch.setattr(os, "open", noted)
    before = os.umask(0)  # whatever the machine takes off by itself
    try:
        write_secret(tmp_path / "secret", "hush")
    finally:
        os.umask(before)
    assert made == [0o600] and read_secret(tmp_path / "secret") == "hush"


@pytest.mark.parametrize("target", ["there", "not there"])
def test_a_secret_is_not_written_or_read_through_a_link(tmp_path: Path, target: str) -> None:
    elsewhere, link = tmp_path / "elsewhere", tmp_path / "secret"
    if target == "there":
        elsewhere.write_text("root's own")
        elsewhere.chmod(0o600)
    link.symlink_to(elsewhere)
    with pytest.raises(FileExistsError):
        write_secret(link, "hush")
    with pytest.raises(RuntimeError, match="is a link"):
        read_secret(link)
    assert elsewhere.exists() == (target == "there") and (target != "there" or elsewhere.read_text() == "root's own")


def test_a_secret_that_others_can_read_is_one_no_more(tmp_path: Path) -> None:
    path = tmp_path / "secret"
    write_secret(path, "hush")
    path.chmod(0o644)
    with pytest.raises(RuntimeError, match="not yours alone"):
        read_secret(path)


def test_a_folder_where_others_can_write_is_ours_or_refused(tmp_path: Path) -> None:
    assert mode_of(own_folder(tmp_path / "new")) == 0o700
    assert own_folder(tmp_path / "new") == tmp_path / "new"  # again
    (tmp_path / "open").mkdir()
    (tmp_path / "open").chmod(0o777)
    (tmp_path / "link").symlink_to(tmp_path / "new")
    (tmp_path / "file").write_text("")
    for name in ("open", "link", "file"):
        with pytest.raises(RuntimeError, match="somebody else"):
            own_folder(tmp_path / name)
    if os.getuid() == 0:
        (tmp_path / "theirs").mkdir(mode=0o700)
        os.chown(tmp_path / "theirs", 12_345, 12_345)
        with pytest.raises(RuntimeError, match="somebody else"):
            own_folder(tmp_path / "theirs")


def test_the_password_is_world_readable_at_no_moment_while_a_database_is_made(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    """The server's programs are not run; what they would find is looked at instead."""
    seen: dict[str, int] = {}

    def look(self: Postgres, program: str, *arguments: str) -> object:
        if program == "initdb":
            for argument in arguments:
                if argument.startswith("--pwfile="):
                    seen["pwfile"] = mode_of(Path(argument.removeprefix("--pwfile=")))
        return type("Done", (), {"returncode": 1, "stdout": "not run"})()

    monkeypatch.setattr(Postgres, "_run", look)
    monkeypatch.setattr(Postgres, "_home", lambda self, data: data / "database")
    data = tmp_path / "data"
    server = Postgres(data, "postgres")
    (data / "database").mkdir(parents=True)
    (data / "database" / ".postgres-initial").symlink_to(tmp_path / "planted")  # of somebody who was quicker
    with pytest.raises(RuntimeError, match="could not be created"):
        server.start()
    assert seen == {"pwfile": 0o600} and mode_of(server.password_file) == 0o600
    assert not (tmp_path / "planted").exists()
