"""Spanish: terms, subtopics, structure and placement; without parts of speech and names."""

from fundament.core.language.packs.model import pack_from_frequencies
from fundament.core.language.prose import Prose, by_vowels, fillers, pairs

PACK = pack_from_frequencies(
    "es",
    "Spanish",
    further="deber poder querer permitir cuando cada mismo mediante así siguiente",
    inner="de del la el los las para en con y a",
    between="y e o u el la los las un una unos unas también",
    ourselves="nosotros nuestro nuestra nuestros nuestras",
    closing="índice contenido nota notas advertencia aviso conclusión conclusiones introducción resumen referencias fuentes enlaces",
    closing_phrases=(
        "véase también",
        "ver también",
    ),
    articles="el la los las un una unos unas del al este esta estos estas su sus cada",
    head_first=True,
    interface=(
        "diálogo submenú clic pulse botón menú casilla",
        "ventana pestaña icono pantalla ratón cursor campo columna fila lista opción tecla atajo panel barra",
    ),
    documents="tabla figura capítulo sección apéndice howto faq guía",
    weak="""
        otro otra otros otras todo toda todos todas cada nuevo nueva nuevos nuevas viejo varios varias diferente diferentes mismo misma mismos mismas cierto cierta algunos algunas propio propia tal último última primer primera siguiente siguientes diversos diversas
        """,
    names=("de del la las los y para", "sr sra srta dr dra don doña señor señora profesor", "en cerca desde"),
    classes={
        "technology": "protocolo protocolos norma estándar algoritmo lenguaje formato",
        "product": "programa biblioteca herramienta navegador distribución",
        "organisation": "empresa sociedad asociación fundación fabricante universidad editorial",
        "place": "ciudad río isla pueblo provincia región",
        "work": "libro novela revista periódico película",
        "law": "ley reglamento directiva licencia",
    },
    defining="es son significa designa",
    form="descripción visión general generalidades detalles información más otros básico opciones parámetros ejemplo ejemplos uso sintaxis funciones módulos directivas relacionados",
    prose=Prose(
        by_vowels("aeiouáéíóúü", f"{pairs('aeoáéó', 'aeoáéó')} {pairs('aeo', 'íú')} {pairs('íú', 'aeo')}"),
        fillers=fillers(
            "realmente, básicamente, simplemente, obviamente, evidentemente, por supuesto, de hecho, en realidad, la verdad es que, de alguna manera, más o menos, a nivel de, cabe destacar que, es importante señalar que, con el fin de, debido al hecho de que, en este momento, literalmente, totalmente, absolutamente"
        ),
        questions="Preguntas y respuestas",
        dictionary="es_ES",
        dictionaries={"mx": "es_MX", "ar": "es_AR", "cl": "es_CL", "co": "es_CO", "pe": "es_PE", "us": "es_US"},
    ),
)
