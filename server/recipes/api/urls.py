"""Addresses of recipes."""

from rest_framework.routers import SimpleRouter

from server.recipes.api.views import RecipeViewSet

router = SimpleRouter()
router.register("recipes", RecipeViewSet)
urlpatterns = router.urls
