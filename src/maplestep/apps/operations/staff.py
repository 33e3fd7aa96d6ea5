"""Pages for whoever runs the server, on Django's admin: users and their room, sounds, jobs.

Off unless ``MAPLESTEP_STAFF=1``. Only members of the staff with a second factor come in
(``manage staff NAME``), from the networks in ``MAPLESTEP_STAFF_NETWORKS`` where that is set. What
users made (sheets, titles, what a job was asked) is not shown.
"""

from __future__ import annotations

import shutil
from collections.abc import Sequence
from ipaddress import ip_address
from pathlib import Path
from typing import Any

from django.conf import settings
from django.contrib import admin
from django.db.models import Count, OuterRef, QuerySet, Subquery, Sum
from django.db.models.functions import Coalesce
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.utils import timezone
from procrastinate.contrib.django import app
from procrastinate.contrib.django.models import ProcrastinateJob

from ..accounts.address import address_of
from ..accounts.models import User
from ..accounts.second_factor import has_second_factor
from ..routines.models import Routine
from ..songs.models import Sound
from .leaving import ask_to_leave, stay


class StaffSite(admin.AdminSite):
    """Django's admin behind our own guard."""

    site_title = index_title = "Maple Step: staff"
    enable_nav_sidebar = False

    def has_permission(self, request: HttpRequest) -> bool:
        """Staff, with a second factor, from where staff may come."""
        user = request.user
        return (
            isinstance(user, User)
            and user.is_active
            and user.is_staff
            and _from_here(request)
            and has_second_factor(user)
        )

    def login(self, request: HttpRequest, extra_context: Any = None) -> HttpResponse:
        """Sign in where everybody does; nobody else learns that these pages exist."""
        return HttpResponseRedirect("/")

    def password_change(  # type: ignore[override]  # Django's own is no page of ours
        self, request: HttpRequest, extra_context: Any = None
    ) -> HttpResponse:
        """Where everybody changes theirs, which ends one's other sessions as well."""
        return HttpResponseRedirect("/account")

    def each_context(self, request: HttpRequest) -> dict[str, Any]:
        """With how much room is left for sound."""
        folder = Path(settings.MEDIA)
        free = shutil.disk_usage(folder if folder.exists() else Path("/")).free / 1e9
        return {**super().each_context(request), "site_header": f"Staff · {free:.0f} GB free"}


def _from_here(request: HttpRequest) -> bool:
    networks = settings.STAFF_NETWORKS
    return not networks or any(ip_address(address_of(request)) in net for net in networks)


class OnlyLooked(admin.ModelAdmin):  # type: ignore[type-arg]
    """What may be looked at and searched, not changed by hand."""

    def has_add_permission(self, request: HttpRequest) -> bool:
        """Nothing is added here."""
        return False

    def has_delete_permission(self, request: HttpRequest, obj: Any = None) -> bool:
        """Nothing is deleted here."""
        return False

    def get_readonly_fields(self, request: HttpRequest, obj: Any = None) -> list[str]:
        """All but what a page says may be changed."""
        return [str(name) for name in self.fields or () if name not in self.may_change]

    may_change: Sequence[str] = ()


class UserAdmin(OnlyLooked):
    """Users: how much they keep and may keep, whether they may sign in."""

    list_display = ("username", "date_joined", "last_login", "routines", "megabytes", "quota_mb",
                    "is_active", "leaves_at")  # fmt: skip
    list_filter = ("is_active", "is_staff")
    search_fields = ("username",)
    ordering = ("-date_joined",)
    fields = ("username", "date_joined", "last_login", "quota_mb", "is_active", "leaves_at")
    may_change = ("quota_mb", "is_active")
    actions = ("leave", "keep")

    def get_queryset(self, request: HttpRequest) -> QuerySet[User]:
        """With what they keep."""
        # Each counted by itself: joined, every sound would count once for each routine.
        mine = {"owner": OuterRef("pk")}
        kept = Sound.objects.filter(**mine).order_by().values("owner").annotate(n=Sum("size"))
        made = Routine.objects.filter(**mine).order_by().values("owner").annotate(n=Count("pk"))
        return User.objects.annotate(
            kept=Coalesce(Subquery(kept.values("n")), 0),
            made=Coalesce(Subquery(made.values("n")), 0),
        )

    @admin.display(ordering="made")
    def routines(self, user: Any) -> int:
        """How many routines they have."""
        return int(user.made)

    @admin.display(description="sound, MB", ordering="kept")
    def megabytes(self, user: Any) -> int:
        """How much sound they keep."""
        return round(float(user.kept) / 1e6)

    @admin.action(description="Delete the accounts in 14 days")
    def leave(self, request: HttpRequest, users: QuerySet[User]) -> None:
        """As if their owners had asked for it."""
        for user in User.objects.filter(pk__in=users.values("pk")):
            ask_to_leave(user)

    @admin.action(description="Keep the accounts after all")
    def keep(self, request: HttpRequest, users: QuerySet[User]) -> None:
        """Take the deletion back."""
        for user in User.objects.filter(pk__in=users.values("pk")):
            stay(user)


class SoundAdmin(OnlyLooked):
    """Sounds: whose, of what kind, how large, and why one failed."""

    list_display = ("id", "owner", "kind", "state", "megabytes", "length", "created_at", "why")
    list_filter = ("kind", "state")
    search_fields = ("owner__username",)
    list_select_related = ("owner",)
    ordering = ("-size",)
    fields = ("owner", "kind", "state", "step", "done", "size", "seconds", "why", "created_at")

    @admin.display(description="length", ordering="seconds")
    def length(self, sound: Any) -> str:
        """How long it is, in minutes and seconds."""
        return f"{sound.seconds // 60:.0f}:{sound.seconds % 60:02.0f}"

    @admin.display(description="why")
    def why(self, sound: Any) -> str:
        """Why it failed, without the facts of whose it is."""
        return " ".join(str(each["template"]) for each in sound.told)

    @admin.display(description="MB", ordering="size")
    def megabytes(self, sound: Any) -> float:
        """Its size."""
        return float(round(sound.size / 1e6, 1))


class JobAdmin(OnlyLooked):
    """Jobs: what waits, what is done, what failed. What they were asked is not shown: it may be a
    link that opens an account."""

    list_display = ("id", "task_name", "status", "attempts", "scheduled_at", "priority", "lock")
    list_filter = ("status", "task_name")
    ordering = ("-id",)
    fields = ("id", "task_name", "status", "attempts", "scheduled_at", "priority", "lock")
    actions = ("try_again",)

    @admin.action(description="Try those that failed again")
    def try_again(self, request: HttpRequest, jobs: QuerySet[ProcrastinateJob]) -> None:
        """At once."""
        for job in jobs.filter(status="failed"):
            app.job_manager.retry_job_by_id(job.pk, retry_at=timezone.now())


staff = StaffSite(name="staff")
staff.register(User, UserAdmin)
staff.register(Sound, SoundAdmin)
staff.register(ProcrastinateJob, JobAdmin)
