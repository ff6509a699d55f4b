"""What a table of keywords may hold, and by what names."""

from __future__ import annotations

from fundament.files.columns import Field, TableKind

TABLE = TableKind(
    "keywords",
    (
        Field("keyword", "text", (
            "keyword", "keywords", "search term", "search terms", "query", "queries", "phrase", "search query", "term", "suchbegriff", "suchwort",
            "schlüsselwort", "mot clé", "mots clés", "requête", "palabra clave", "consulta", "parola chiave", "zoekwoord", "zoekterm", "palavra-chave",
            "słowo kluczowe", "fraza",
        ), needed=True, longest=200),
        Field("volume", "number", (
            "volume", "search volume", "avg monthly searches", "average monthly searches", "monthly searches", "searches", "monthly volume",
            "suchvolumen", "suchanfragen", "volume de recherche", "volumen de búsqueda", "volume di ricerca", "zoekvolume", "volume de pesquisa",
            "liczba wyszukiwań", "sv",
        ), least=0.0, most=1e10),
        Field("difficulty", "number", ("difficulty", "keyword difficulty", "kd", "schwierigkeit", "difficulté", "dificultad", "difficoltà"), least=0.0, most=100.0),
        Field("cost", "number", ("cpc", "cost per click", "cost", "top of page bid", "bid", "klickpreis", "coût par clic", "coste por clic"), least=0.0, most=1e5),
        Field("competition", "share", ("competition", "competitive density", "com", "wettbewerb", "concurrence", "competencia", "concorrenza"), least=0.0, most=1.0),
        Field("intent", "text", ("intent", "search intent", "intents", "suchintention", "intention", "intención"), longest=100),
    ),
    months=True,
    unique="keyword",
)  # fmt: skip
