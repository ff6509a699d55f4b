"""Signing in and out, one's account, and members."""

from django.contrib.auth import views as auth_views
from django.urls import path

from fundament.web.members import views
from fundament.web.turns import HASHING, takes_turn

urlpatterns = [
    path("sign-in/", takes_turn(HASHING)(views.SignInView.as_view()), name="sign-in"),
    path("forgotten-password/", views.forgotten_password, name="forgotten-password"),
    path("sign-out/", auth_views.LogoutView.as_view(), name="sign-out"),
    path("account/", views.account, name="account"),
    path("account/sign-ins/<int:sign_in_id>/end/", views.end_sign_in, name="end-sign-in"),
    path("invitations/<str:token>/", views.invitation, name="invitation"),
    path("new-password/<str:token>/", views.new_password, name="new-password"),
    path("workspaces/<int:workspace_id>/switch/", views.switch, name="switch-workspace"),
    path("settings/members/", views.member_list, name="members"),
    path("settings/workspace/rename/", views.rename_workspace, name="rename-workspace"),
    path("settings/workspace/logo/", views.set_logo, name="set-logo"),
    path("settings/workspace/logo.png", views.logo, name="logo"),
    path("settings/invitations/", views.invite, name="invite"),
    path("settings/invitations/<int:invitation_id>/end/", views.end_invitation, name="end-invitation"),
    path("settings/members/<int:membership_id>/", views.change_member, name="change-member"),
    path("settings/members/<int:membership_id>/password-link/", views.password_link, name="password-link"),
]
