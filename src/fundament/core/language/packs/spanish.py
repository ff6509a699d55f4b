"""Spanish: terms, subtopics, structure and placement; without parts of speech and names."""

from fundament.core.language.asked import Asked
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
    asked=Asked(
        duration="cuánto tiempo|cuánto dura|cuánto duran|cuánto tarda|cuánto tardan|cuántos años|cuántos días|cuántos meses|cuántas semanas|cuántas horas|cada cuánto|con qué frecuencia",
        size="qué profundidad|qué grosor|qué espesor|qué anchura|qué ancho|qué altura|qué distancia|a qué profundidad",
        amount="cuánto|cuánta|cuántos|cuántas|qué cantidad|qué temperatura|qué proporción|qué tamaño|qué porcentaje",
        when="cuándo|a partir de cuándo|hasta cuándo|en qué época",
        reason="por qué|cuál es la causa|qué pasa si",
        steps="cómo",
        definition="qué es|qué son|qué significa|quién es",
        choice="qué|cuál|cuáles|quién|dónde|con qué",
        cost="cuesta|cuestan|coste|costo|precio|precios|pagar|caro|barato|vale",
        kind_words="costar|coste|precio|durar|tardar|necesitar|bueno|mejor|cuánto|tiempo|cuándo|cómo|qué|cuál|quién|dónde|hacer|deber|poder|año|mes|semana|día|hora|elegir|saber",
        lasts="dura|duran|durar|vida útil",
        takes="tarda|tardan|tardar|lleva",
        units_of_time="segundo|segundos|minuto|minutos|hora|horas|día|días|noche|noches|semana|semanas|mes|meses|estación|temporada|año|años|siglo|siglos|décadas",
        figures="un|una|dos|tres|cuatro|cinco|seis|siete|ocho|nueve|diez|doce|quince|veinte|treinta|cuarenta|cincuenta|cien|ciento|mil|medio|media|varios|varias|doble|cada|todos|todas",
        because="porque|ya que|pues|para que|causa|razón|evita|impide|por eso|debido|si no|permite|provoca|hace que|si",
        conditions="si|cuando|hasta|después|antes|bajo|por debajo|por encima|mientras|en cuanto|primavera|verano|otoño|invierno|enero|febrero|marzo|abril|mayo|junio|julio|agosto|septiembre|octubre|noviembre|diciembre|heladas",
        verdicts="sí|no|nunca|jamás|debe|deben|hay que|puede|pueden|solo|sólo|salvo|prohibido|permitido|posible|necesario|evite|evitar|basta|obligatorio",
        advice="use|usar|utilice|elija|elegir|conviene|mejor|recomienda|recomendamos|prefiera|hay que|debe|basta|siempre|nunca|ideal|sirve",
        shunned="depende|según el caso|varios tipos|juega un papel|desempeña un papel|muchos factores",
        personal="yo|nosotros|mi|mis|nuestro|nuestra|nuestros|nuestras|nos|me",
    ),
)
