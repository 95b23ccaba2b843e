"""Pages of lists."""

from rest_framework.pagination import PageNumberPagination


class Pages(PageNumberPagination):
    """Fifty a page, up to five hundred where asked."""

    page_size = 50
    page_size_query_param = "page_size"
    max_page_size = 500
